export { formatEnglish } from './format-english';
