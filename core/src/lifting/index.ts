export {
  chargeField,
  exteriorCharges,
  type ChargeRings,
  type FieldAndGradient,
} from './charge-field.js';
export { ballPull } from './ball.js';
export { longestChain, type Chain, type ChainLink } from './chain.js';
export { growHeap, WIRE_LIKE_HEAP, type Heap, type HeapMaterial, type TipShape } from './heap.js';
export { SMALL_OBJECTS, type SmallObject, type SmallObjectId } from './objects.js';
