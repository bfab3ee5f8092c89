export { ampereTurnsYardstick, bestChanges, type Change, type ChangeKind } from './changes.js';
export { CORE_SHAPES, type CoreShape, type LiftingEnds, type MagnetDesign } from './design.js';
export {
  buildMagnet,
  coreSections,
  evaluateMagnet,
  magnetise,
  type Build,
  type Evaluation,
} from './evaluate.js';
export { findLimit, TRIAL_ON_TIME_S, type Limit, type LimitKind } from './limit.js';
export { polesOf, type PlusTail, type Poles, type WindingSense } from './poles.js';
export { residualAfter, type Residual } from './residual.js';
export {
  sweepDesign,
  sweepValues,
  withSwept,
  type SweepPoint,
  type SweptQuantity,
} from './sweep.js';
