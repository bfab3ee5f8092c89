export * from './join-code.js';
export * from './resources.js';
export * from './requests.js';
