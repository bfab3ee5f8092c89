import { incompleteBeta } from './incomplete-beta.js';
import { logBeta } from './log-gamma.js';
import { normalQuantile } from './normal.js';
import { upperQuantile } from './quantile.js';

/**
 * P(T ≤ t) of Student’s t with ν > 0 degrees of freedom (not necessarily whole). NaN elsewhere.
 * Source: NIST DLMF 8.17(ii); Abramowitz and Stegun 26.7.1.
 */
export function studentTCdf(t: number, degreesOfFreedom: number): number {
  if (!(degreesOfFreedom > 0) || Number.isNaN(t)) return NaN;
  if (degreesOfFreedom === Infinity) return NaN;
  const tail = above(Math.abs(t), degreesOfFreedom);
  return t > 0 ? 1 - tail : tail;
}

/** Quantile of Student’s t: the t with P(T ≤ t) = p, 0 < p < 1, ν > 0. NaN elsewhere. */
export function studentTQuantile(p: number, degreesOfFreedom: number): number {
  if (!(p > 0 && p < 1 && degreesOfFreedom > 0 && degreesOfFreedom < Infinity)) return NaN;
  if (p === 0.5) return 0;
  const q = Math.min(p, 1 - p);
  const t = upperQuantile(
    q,
    (x) => above(x, degreesOfFreedom),
    (x) => density(x, degreesOfFreedom),
    guess(q, degreesOfFreedom),
  );
  return p < 0.5 ? -t : t;
}

/** P(T > t), t ≥ 0. */
function above(t: number, nu: number): number {
  if (t === Infinity) return 0;
  const sum = nu + t * t;
  return 0.5 * incompleteBeta(nu / 2, 0.5, nu / sum, (t * t) / sum);
}

function density(t: number, nu: number): number {
  const log = 0.5 * Math.log(nu) + logBeta(nu / 2, 0.5) + 0.5 * (nu + 1) * Math.log1p((t * t) / nu);
  return Math.exp(-log);
}

/** The first terms of Cornish and Fisher’s expansion. Source: Abramowitz and Stegun 26.7.5. */
function guess(q: number, nu: number): number {
  const z = -normalQuantile(q);
  return z + (z ** 3 + z) / (4 * nu);
}
