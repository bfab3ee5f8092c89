export * from './documents.js';
