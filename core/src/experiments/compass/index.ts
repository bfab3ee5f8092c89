export {
  COMPASS_SHAPES,
  COMPASS_SIDES,
  compassCautions,
  evaluateCompassSet,
  formerOfSet,
  windCompassSet,
  type CompassEvaluation,
  type CompassSet,
  type CompassShape,
  type CompassSide,
} from './compass-set.js';
export { COMPASS_LIMITS } from './limits.js';
