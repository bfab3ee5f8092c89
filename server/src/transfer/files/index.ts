export { handingOnRoutes } from './routes.js';
