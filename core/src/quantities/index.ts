export { awgDiameter, swgDiameter } from './gauges.js';
export { formatNumber, formatQuantity, parseQuantity, type Quantity } from './quantity.js';
export { UNITS, type QuantityKind, type Unit } from './units.js';
export type { QuantityLimits } from './limits.js';
