export { jobs } from './plugin.js';
export { JobQueue } from './queue.js';
