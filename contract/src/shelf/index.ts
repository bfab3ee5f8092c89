export * from './shelf.js';
