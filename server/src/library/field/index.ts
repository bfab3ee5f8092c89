export { fieldRoutes } from './routes.js';
