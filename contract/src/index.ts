export * from './design.js';
export * from './evaluation.js';
export * from './investigation.js';
export * from './problem.js';
export * from './quantity-field.js';
export * from './resources.js';
export * from './trials.js';
