export { findStray, keepStray, openStrays, resolveUnplaced, type StrayKind } from './repository.js';
