export { SupplyFields } from './supply-fields';
export type { SupplyOnScreen } from './supply-on-screen';
