export { inEnglish } from './in-english';
