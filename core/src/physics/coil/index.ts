export {
  coilCautions,
  everyCoilsCautions,
  LONGEST_TRIAL_S,
  nearShortCircuit,
  TRIAL_ON_TIME_S,
  trialOnTime,
  type Caution,
  type CautionCode,
} from './cautions.js';
export { bankSteps, type BankStep } from './bank.js';
export { checkBounds, checkCoil, type Bound } from './check-coil.js';
export type { Coil, CoilWinding, Former, FormerBody, Leads, Supply } from './coil.js';
export { polesOf, type PlusTail, type Poles, type WindingSense } from './poles.js';
export { cellOf, sourceOf } from './source.js';
export {
  maxAmpereTurns,
  requireApart,
  stretchWire,
  turnsOfWire,
  windCoil,
  windingSpec,
  type CellsInUse,
  type WoundCoil,
} from './wind-coil.js';
export { COIL_COUNTS, COIL_LIMITS, WIRE_RESERVE } from './limits.js';
