import { truncatedNormal } from '../calibration/index.js';
import { normalCdf } from '../../numerics/index.js';
import { isUncensored, type Reading } from './reading.js';

/** What is expected of a reading that is known only in part. */
export interface Moments {
  readonly mean: number;
  readonly variance: number;
}

/** Farther out the normal distribution's tail is taken at its limit. */
const FAR = 8;

/**
 * What a reading is expected to be, given what is known of it: its number, that it is at least so
 * much, or between which values it lies.
 * @param mu,sigma what it would be expected to be if nothing were known of it.
 */
export function censoredMoments(reading: Reading, mu: number, sigma: number): Moments {
  if (isUncensored(reading) || !(sigma > 0)) return { mean: reading.y, variance: 0 };
  const [low, high] = edges(reading, mu, sigma);
  const { mean, variance } = truncatedNormal(low, high);
  return { mean: mu + sigma * mean, variance: sigma ** 2 * variance };
}

/** Logarithm of the likelihood of a reading. */
export function logLikelihoodOf(reading: Reading, mu: number, sigma: number): number {
  if (isUncensored(reading)) {
    const z = (reading.y - mu) / sigma;
    return -0.5 * z * z - Math.log(sigma) - 0.5 * Math.log(2 * Math.PI);
  }
  const [low, high] = edges(reading, mu, sigma);
  const share = low > 0 ? normalCdf(-low) - normalCdf(-high) : normalCdf(high) - normalCdf(low);
  if (share > 1e-300) return Math.log(share);
  const edge = Math.min(Math.abs(low), Math.abs(high));
  return -0.5 * edge * edge - Math.log(Math.max(edge, FAR)) - 0.5 * Math.log(2 * Math.PI);
}

function edges(
  { y, interval, rightCensored }: Reading,
  mu: number,
  sigma: number,
): [number, number] {
  const [low, high] = interval ?? [y, Infinity];
  return [(low - mu) / sigma, rightCensored ? Infinity : (high - mu) / sigma];
}
