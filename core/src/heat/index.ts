export { steadyTemperature, timeToReach, warmUp, type LumpedWinding } from './lumped-winding.js';
export {
  temperatureOver,
  timeToCool,
  type OnOffPattern,
  type TemperaturePoint,
} from './pattern.js';
export { STILL_AIR_W_PER_M2K, TOUCH_LIMIT_C } from './surface.js';
