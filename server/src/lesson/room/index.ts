export { findRoom, newCode } from './repository.js';
export { roomRoutes } from './routes.js';
export { roomFor } from './service.js';
