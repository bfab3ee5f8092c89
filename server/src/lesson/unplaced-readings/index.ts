export { findStray, keepStray, openStrays, settle, type StrayKind } from './repository.js';
