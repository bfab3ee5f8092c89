export { compassSchema, newCompassSet, toCompassSet, type CompassDocument } from './compass.js';
