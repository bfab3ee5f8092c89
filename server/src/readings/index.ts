export { readingRoutes } from './routes.js';
