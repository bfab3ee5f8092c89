export { compareTiers, tierMatrix, type RodCase, type TierDifference } from './compare-tiers.js';
export {
  compareHeaps,
  heapInputs,
  heapMatrix,
  holdoutCases,
  type HeapCase,
  type HeapCore,
  type HeapDifference,
} from './compare-heaps.js';
