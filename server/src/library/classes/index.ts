export { findClass, groupsOfOthers, writeClass } from './repository.js';
export { classRoutes } from './routes.js';
