export { archiveRoutes } from './routes.js';
