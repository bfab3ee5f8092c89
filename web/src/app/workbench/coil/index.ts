export { CLASS_CHEMISTRIES, CONDUCTOR_NAMES } from './choices';
export { SupplyFields } from './supply-fields';
export type { SupplyOnScreen } from './supply-on-screen';
