export { loadDemo } from './load.js';
