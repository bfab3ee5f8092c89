export { health } from './plugin.js';
