export { ChoiceField } from './choice-field';
export { documentForm, type Editable, type Filled } from './document-form';
export { NumberField } from './number-field';
export { QuantityField } from './quantity-field';
export { TextField } from './text-field';
export { CollapsibleSection } from './collapsible-section';
export { NameBox } from './name-box';
