import { normalCdf } from '../../numerics/index.js';
import { leastReading, ratioScale, type PredictableId } from '../../experiments/index.js';

/** Probabilities of a reading at equally spaced values, from the lowest on. */
export interface Distribution {
  readonly low: number;
  readonly step: number;
  readonly p: Float64Array;
}

/** How a trial is read: the step of a reading, the least and the most that it can be. */
export interface ReadingRules {
  readonly quantity: PredictableId;
  readonly resolution: number;
  readonly relative: boolean;
  /** Null without one. */
  readonly ceiling: number | null;
  /** For yes or no: the load that is to be held. */
  readonly threshold?: number;
}

/** Steps beyond which a grid is coarser than the reading. */
const MOST_STEPS = 160;
/** Standard deviations that a grid reaches out to. */
const REACH = 4.5;

/**
 * Readings of one trial: the forecast, times e to a normal deviate of the class's scatter, rounded
 * to the step of the reading and cut off at nothing and at the ceiling.
 * @param middle the forecast times the class factor, on the ratio scale.
 * @param step of the grid; see {@link commonStep}.
 */
export function trialDistribution(
  rules: ReadingRules,
  middle: number,
  scatter: number,
  step: number,
): Distribution {
  if (rules.threshold !== undefined) {
    const holds = middle > 0 ? normalCdf(Math.log(middle / rules.threshold) / scatter) : 0;
    return { low: 0, step: 1, p: Float64Array.of(1 - holds, holds) };
  }
  if (!(middle > 0)) return { low: 0, step, p: Float64Array.of(1) };
  const below = (value: number): number =>
    value <= 0 ? 0 : normalCdf(Math.log(ratioScale(rules.quantity, value) / middle) / scatter);
  const reach = Math.exp(REACH * scatter);
  const [from, to] = [inverse(rules, middle / reach), inverse(rules, middle * reach)];
  const first = Math.max(Math.round(leastReading(rules.quantity) / step), Math.round(from / step));
  const last = Math.max(first, Math.round(Math.min(to, rules.ceiling ?? Infinity) / step));
  const p = new Float64Array(last - first + 1);
  let before = 0;
  for (let k = first; k <= last; k++) {
    const upto = k === last ? 1 : below((k + 0.5) * step);
    p[k - first] = upto - before;
    before = upto;
  }
  return { low: first * step, step, p };
}

function inverse({ quantity }: ReadingRules, ratio: number): number {
  return ratioScale(quantity, 1) === 1 ? ratio : Math.atan(ratio);
}

/**
 * A step fine enough for both of two readings and coarse enough to compute with.
 * @returns whether it is the reading's own, so that equal means really are equal.
 */
export function commonStep(
  rules: ReadingRules,
  middles: readonly number[],
  scatter: number,
): { step: number; exact: boolean } {
  if (rules.threshold !== undefined) return { step: 1, exact: true };
  const most = Math.min(
    inverse(rules, Math.max(...middles) * Math.exp(REACH * scatter)),
    rules.ceiling ?? Infinity,
  );
  const least = Math.min(...middles);
  const own = rules.relative ? rules.resolution * inverse(rules, least) : rules.resolution;
  const coarse = most / MOST_STEPS;
  return own >= coarse && !rules.relative
    ? { step: own, exact: true }
    : { step: Math.max(own, coarse, 1e-12), exact: false };
}

/** Mean and variance of a distribution. */
export function momentsOf({ low, step, p }: Distribution): { mean: number; variance: number } {
  let mean = 0;
  let square = 0;
  p.forEach((weight, k) => {
    mean += weight * k;
    square += weight * k * k;
  });
  return { mean: low + step * mean, variance: Math.max(0, square - mean * mean) * step * step };
}

/** The sum of so many independent readings. */
export function sumOf(one: Distribution, times: number): Distribution {
  let p = one.p;
  for (let n = 1; n < times; n++) {
    const next = new Float64Array(p.length + one.p.length - 1);
    p.forEach((a, i) => one.p.forEach((b, j) => (next[i + j]! += a * b)));
    p = next;
  }
  return { low: one.low * times, step: one.step, p };
}

/** P(a < b) and P(a = b) of two on the same grid. */
export function compareSums(a: Distribution, b: Distribution): { less: number; equal: number } {
  const shift = Math.round((b.low - a.low) / a.step);
  let cumulative = 0;
  let at = 0;
  let less = 0;
  let equal = 0;
  b.p.forEach((weight, k) => {
    // Everything of a that lies below this value of b.
    for (; at < a.p.length && at < k + shift; at++) cumulative += a.p[at]!;
    less += weight * cumulative;
    equal += weight * (a.p[k + shift] ?? 0);
  });
  return { less, equal };
}
