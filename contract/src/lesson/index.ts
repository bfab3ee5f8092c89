export * from './history/index.js';
export * from './investigation/index.js';
export * from './room/index.js';
