export { earthFieldAt, type EarthField } from './earth.js';
export { NEEDLE_COUNTS, NEEDLE_LIMITS } from './limits.js';
export {
  evaluateNeedle,
  FLOATS,
  NEEDLE_ENDS,
  NEEDLE_STEEL,
  STROKING_POLES,
  STROKINGS,
  type FloatMaterial,
  type Needle,
  type NeedleEnd,
  type NeedleEvaluation,
  type Stroking,
  type StrokingPole,
  type Swing,
} from './needle.js';
export { swingingNeedle } from './swinging.js';
