export { storeReading } from './repository.js';
export { readingRoutes } from './routes.js';
