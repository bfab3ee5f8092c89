export { findDesign, insertDesign, toDesign } from './repository.js';
export { designRoutes } from './routes.js';
