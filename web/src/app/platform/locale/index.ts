export { inEnglish } from './format-english';
