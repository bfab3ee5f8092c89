export * from './factors/index.js';
export * from './findings/index.js';
export * from './instruments/index.js';
export * from './measures/index.js';
export * from './plan/index.js';
export * from './schedule/index.js';
export * from './trial-flow/index.js';
