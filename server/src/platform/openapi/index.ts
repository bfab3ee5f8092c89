export { openapi } from './plugin.js';
