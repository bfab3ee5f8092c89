export * from './analysis/index.js';
export * from './calibration/index.js';
