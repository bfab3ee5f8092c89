export { roomRoutes } from './routes.js';
