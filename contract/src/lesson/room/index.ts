export * from './join-code.js';
export * from './resources.js';
export type * from './live.js';
export * from './requests.js';
export * from './unplaced-reading.js';
