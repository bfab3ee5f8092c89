export { ChoiceField } from './choice-field';
export { NumberField } from './number-field';
export { QuantityField } from './quantity-field';
