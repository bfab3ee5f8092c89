export * from './field-picture.js';
