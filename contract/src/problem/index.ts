export * from './problem.js';
