import chiSquareCdf from '@stdlib/stats-base-dists-chisquare-cdf';
import fDistributionCdf from '@stdlib/stats-base-dists-f-cdf';
import standardNormalCdf from '@stdlib/stats-base-dists-normal-cdf';
import standardNormalQuantile from '@stdlib/stats-base-dists-normal-quantile';
import tCdf from '@stdlib/stats-base-dists-t-cdf';
import tQuantile from '@stdlib/stats-base-dists-t-quantile';

// Gamma, beta and error functions are the standard library's; nothing of them is made here.

/** P(T ≤ t) of Student's t with ν > 0 degrees of freedom (not necessarily whole). NaN elsewhere. */
export function studentTCdf(t: number, degreesOfFreedom: number): number {
  return tCdf(t, degreesOfFreedom);
}

/** Quantile of Student's t: the t with P(T ≤ t) = p, 0 < p < 1, ν > 0. NaN elsewhere. */
export function studentTQuantile(p: number, degreesOfFreedom: number): number {
  return p > 0 && p < 1 && degreesOfFreedom > 0 ? tQuantile(p, degreesOfFreedom) : NaN;
}

/** Φ(x), the standard normal distribution function. */
export function normalCdf(x: number): number {
  return standardNormalCdf(x, 0, 1);
}

/** Φ⁻¹(p), 0 < p < 1: the x below which a share p of a standard normal distribution lies. */
export function normalQuantile(p: number): number {
  return standardNormalQuantile(p, 0, 1);
}

/** P(F ≤ f) of Fisher’s F with ν₁, ν₂ > 0 degrees of freedom (not necessarily whole). NaN elsewhere. */
export function fCdf(f: number, between: number, within: number): number {
  return fDistributionCdf(f, between, within);
}

/** P(χ² ≤ x) with ν > 0 degrees of freedom. NaN elsewhere. */
export function chiSquaredCdf(x: number, degreesOfFreedom: number): number {
  return chiSquareCdf(x, degreesOfFreedom);
}

/** φ(x), the density of the standard normal distribution. */
export function normalDensity(x: number): number {
  return Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI);
}
