import { incompleteGamma } from './incomplete-gamma.js';
import { upperQuantile } from './quantile.js';

/** φ(x), the density of the standard normal distribution. */
export function normalDensity(x: number): number {
  return Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI);
}

/** Φ(x), the standard normal distribution function. Source: NIST DLMF 7.11.2, with 8.2.4. */
export function normalCdf(x: number): number {
  const { lower, upper } = incompleteGamma(0.5, 0.5 * x * x);
  return x < 0 ? upper / 2 : 0.5 + lower / 2;
}

/** Φ⁻¹(p), 0 < p < 1: the x below which a share p of a standard normal distribution lies. */
export function normalQuantile(p: number): number {
  if (!(p >= 0 && p <= 1)) return NaN;
  if (p === 0 || p === 1) return p === 0 ? -Infinity : Infinity;
  if (p === 0.5) return 0;
  const q = Math.min(p, 1 - p);
  const x = upperQuantile(q, (z) => normalCdf(-z), normalDensity, guess(q));
  return p < 0.5 ? -x : x;
}

/** Within 0.003. Source: Abramowitz and Stegun 26.2.22; from memory. */
function guess(q: number): number {
  const t = Math.sqrt(-2 * Math.log(q));
  return Math.max(1e-3, t - (2.30753 + 0.27061 * t) / (1 + 0.99229 * t + 0.04481 * t * t));
}
