import { incompleteGamma } from './incomplete-gamma.js';

/** P(χ² ≤ x) with ν > 0 degrees of freedom. NaN elsewhere. Source: Abramowitz and Stegun 26.4.19. */
export function chiSquaredCdf(x: number, degreesOfFreedom: number): number {
  if (!(degreesOfFreedom > 0)) return NaN;
  return x <= 0 ? 0 : incompleteGamma(degreesOfFreedom / 2, x / 2).lower;
}
