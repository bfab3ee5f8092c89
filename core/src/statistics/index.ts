export { fitLine, type LineFit } from './line-fit.js';
export { summarise, type Summary } from './summary.js';
export { unusual } from './unusual.js';
