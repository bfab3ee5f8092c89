import { normalCdf, normalDensity } from '../../numerics/index.js';

/** Mean and variance of a standard normal between two ends. */
export interface Truncated {
  readonly mean: number;
  readonly variance: number;
}

const NARROW = 1e-4;

/**
 * A standard normal that is known to lie between two ends.
 * Source: Johnson, Kotz & Balakrishnan, Continuous Univariate Distributions I, 2nd ed., §13.10.
 */
export function truncatedNormal(low: number, high: number): Truncated {
  const width = high - low;
  // So narrow that the density is even, and the difference of two shares nothing but rounding.
  if (width < NARROW) return { mean: low + width / 2, variance: width ** 2 / 12 };
  const share = low > 0 ? normalCdf(-low) - normalCdf(-high) : normalCdf(high) - normalCdf(low);
  // Far from where it is expected: at the nearer end.
  if (!(share > 1e-300)) return { mean: low > 0 ? low : high, variance: 0 };
  const density = (z: number): number => (Number.isFinite(z) ? normalDensity(z) : 0);
  const moment = (z: number): number => (Number.isFinite(z) ? z * normalDensity(z) : 0);
  const mean = (density(low) - density(high)) / share;
  const narrowed = 1 + (moment(low) - moment(high)) / share - mean ** 2;
  return { mean, variance: Math.min(1, Math.max(0, narrowed)) };
}
