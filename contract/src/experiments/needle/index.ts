export {
  EARTH_FROM,
  earthOf,
  needleSchema,
  newNeedle,
  toNeedle,
  type NeedleDocument,
} from './needle.js';
