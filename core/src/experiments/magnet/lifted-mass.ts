import {
  COUNT_SPREAD,
  priorDistribution,
  type ClassPosterior,
  type Spread,
} from '../../statistics/index.js';
import {
  LIFTED_OVER_HEAP,
  SMALL_OBJECTS,
  type Heap,
  type HeapMaterial,
} from '../../physics/index.js';
import type { MagnetDesign } from './design.js';

/** What is lifted as a material: small clips when the design says nothing. */
export function pileMaterial({ heap }: MagnetDesign): HeapMaterial {
  return heap ?? SMALL_OBJECTS['clip-small'].heap;
}

/** Mass that a class lifts at an end where such a heap would hang, kg. */
export function liftedMassOf(
  { method = 'dip' }: MagnetDesign,
  { mass }: Pick<Heap, 'mass'>,
): number {
  return LIFTED_OVER_HEAP[method] * mass;
}

/** How far a class that counts what such a magnet lifts may be from the prediction. */
export function countSpread({ heap }: MagnetDesign): Spread {
  return heap ? { ...COUNT_SPREAD, classFactor: heap.classFactor } : COUNT_SPREAD;
}

/** What is believed of such a class before any trial. */
export function countBelief(design: MagnetDesign): ClassPosterior {
  return priorDistribution(countSpread(design));
}
