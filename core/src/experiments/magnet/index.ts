export { BOLT_SIZES, boltOf, type BoltSize } from './bolts.js';
export { bestChanges, type Change, type ChangeKind } from './changes.js';
export {
  CORE_SHAPES,
  HEADED_SHAPES,
  THREADED_SHAPES,
  type CoreShape,
  type LiftingEnds,
  type MagnetDesign,
} from './design.js';
export { buildMagnet, formerOf } from './build.js';
export { cautionsFor } from './cautions.js';
export {
  coreSections,
  faceHeight,
  girthRadius,
  steelRadius,
  thickerCore,
  tipShape,
  windingReach,
  withoutCore,
} from './core-shape.js';
export { evaluateMagnet, magnetise, type Evaluation } from './evaluate.js';
export { fieldProblemOf } from './field-problem.js';
export { countBelief, countSpread, liftedMassOf } from './lifted-mass.js';
export { findLimit, type Limit, type LimitKind } from './limit.js';
export { cellsToHold, GAP_SPREAD, STEEL_SPREAD, type CellStep } from './cell-steps.js';
export {
  chainAt,
  CONTACT_GAPS,
  loadAgainstCells,
  loadCurve,
  loadHeld,
  PLATE,
  type LoadHeld,
} from './load.js';
export { turnOffOf, type TurnOff } from './turn-off.js';
export { residualAfter, type Residual } from './residual.js';
export {
  sweepDesign,
  sweepValues,
  withSwept,
  type SweepPoint,
  type SweptQuantity,
} from './sweep.js';
export { MAGNET_LIMITS } from './limits.js';
