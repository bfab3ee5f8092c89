export * from './reference-check/index.js';
export * from './tier-comparison/index.js';
