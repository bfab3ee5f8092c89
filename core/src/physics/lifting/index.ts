export {
  exteriorCharges,
  magnetCharges,
  putRing,
  ringsAlone,
  toRings,
  type ChargeRings,
  type MagnetCharges,
  type RingList,
} from './charges.js';
export {
  chargeField,
  fieldSource,
  magnetField,
  type FieldAndGradient,
  type FieldSource,
} from './charge-field.js';
export { ballPull } from './sphere.js';
export { longestChain, type Chain, type ChainLink } from './chain.js';
export { growHeap, HEAP_RAYS, heapRay, lastCosine, WIRE_LIKE_HEAP, type Heap } from './heap.js';
export type { HeapMaterial, HeapRay, TipShape } from './heap-shape.js';
export { ownScreening, UNSCREENED, type Screening } from './screening.js';
export { LIFTED_OVER_HEAP, type LiftMethod } from './methods.js';
export { SMALL_OBJECTS, type SmallObject, type SmallObjectId } from './objects.js';
