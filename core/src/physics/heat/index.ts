export {
  steadyTemperature,
  timeToReach,
  warmUp,
  type CoreLump,
  type LumpedWinding,
  type Warmth,
} from './lumped-winding.js';
export {
  temperatureOver,
  timeToCool,
  type OnOffPattern,
  type TemperaturePoint,
} from './pattern.js';
export {
  SLEEVE_W_PER_MK,
  STILL_AIR_W_PER_M2K,
  TOUCH_LIMIT_C,
  TOUCH_TIMES,
  touchLimit,
  WINDING_TO_CORE_W_PER_M2K,
  type TouchedSurface,
  type TouchTime,
} from './surface.js';
