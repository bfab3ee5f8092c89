export { CoreFields } from './core-fields';
export { LiftFields } from './lift-fields';
export { PlateFields } from './plate-fields';
export { SupplyPart } from './supply-part';
export { WarmthFields } from './warmth-fields';
export { WindingFields } from './winding-fields';
