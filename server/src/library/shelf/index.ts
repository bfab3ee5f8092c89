export { findShelfItem, insertShelfItem, wasRemoved } from './repository.js';
export { shelfRoutes } from './routes.js';
