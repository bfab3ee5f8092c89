export { findPolls } from './repository.js';
export { pollRoutes } from './routes.js';
