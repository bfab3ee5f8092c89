export { quantity, quantityProblem } from './quantity-field.js';
export { filledText, isStorable, text } from './text-field.js';
export { choice, count, uuid, version, whole } from './values.js';
