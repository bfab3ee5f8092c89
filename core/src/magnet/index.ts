export { CORE_SHAPES, type CoreShape, type MagnetDesign } from './design.js';
export {
  buildMagnet,
  coreSections,
  evaluateMagnet,
  magnetise,
  type Build,
  type Evaluation,
} from './evaluate.js';
export { findLimit, TRIAL_ON_TIME_S, type Limit, type LimitKind } from './limit.js';
