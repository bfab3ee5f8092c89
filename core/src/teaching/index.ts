export * from './diagnosis/index.js';
export * from './guess/index.js';
export * from './rehearsal/index.js';
export * from './trainer/index.js';
