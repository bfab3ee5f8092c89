export { live } from './plugin.js';
