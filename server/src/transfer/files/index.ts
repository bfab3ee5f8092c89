export { transferRoutes } from './routes.js';
