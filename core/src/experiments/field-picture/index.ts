export { growFieldHeap, heapInField, type FieldHeap } from './field-heap.js';
export { fieldPictures, pictureWindow, type FieldPicture } from './pictures.js';
export {
  alongRuler,
  needleAngle,
  pullOverWeight,
  sampleAt,
  type RulerReading,
} from './readings.js';
export { tier1Raster, type PictureWindow } from './tier1-raster.js';
export {
  pairField,
  pairPicture,
  type PairParts,
  type PairPicture,
  type PlaneField,
  type PlaneLine,
} from './pair-field.js';
