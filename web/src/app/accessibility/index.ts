export { DialogName } from './dialog-name';
export { InputNumberName } from './input-number-name';
export { SegmentedName } from './segmented-name';
export { SelectRole } from './select-role';
