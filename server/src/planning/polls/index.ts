export { findPolls, findPollsOf } from './repository.js';
export { pollRoutes } from './routes.js';
