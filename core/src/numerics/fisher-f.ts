import { incompleteBeta } from './incomplete-beta.js';

/**
 * P(F ≤ f) of Fisher’s F with ν₁, ν₂ > 0 degrees of freedom (not necessarily whole). NaN elsewhere.
 * Source: Abramowitz and Stegun 26.6.2.
 */
export function fCdf(f: number, between: number, within: number): number {
  if (!(between > 0 && within > 0)) return NaN;
  if (f <= 0) return 0;
  if (f === Infinity) return 1;
  const sum = between * f + within;
  return incompleteBeta(between / 2, within / 2, (between * f) / sum, within / sum);
}
