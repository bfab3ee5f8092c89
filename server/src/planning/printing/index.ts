export { printingRoutes } from './routes.js';
