import type { MagnetDesign } from '@nab/core/experiments';

/** Length over diameter from which a core is more slender than those the formula was fitted to. */
const SLENDER = 18;

/**
 * How often the fast model's pile agrees with the one grown in the field, for this kind of core.
 * Shares are of docs/accuracy.md, “Heaps”.
 */
export function heapAccuracyText({ core }: Pick<MagnetDesign, 'core'>): string {
  if (core.shape === 'pipe') {
    return 'For pipes the fast model is within 15 % of this simulation in about four cases of five.';
  }
  return core.length > SLENDER * core.diameter
    ? 'For slender cores the fast model is within 15 % of this simulation in 87 % of cases.'
    : 'The fast model is within 15 % of this simulation in nine cases of ten.';
}
