export { CoreFields } from './core-fields';
export { HeatPlan } from './heat-plan';
export { LiftFields } from './lift-fields';
export { SupplyFields } from './supply-fields';
export { WindingFields } from './winding-fields';
