export { findTeaching, forget, keepTeaching, learntFor, lifted } from './repository.js';
