import { shareInterval } from './logistic-regression.js';

/** Two levels of yes and no held against each other. */
export interface ProportionPair {
  readonly first: number;
  readonly second: number;
  /** Share of yes of the second less that of the first, with the ends of its 95 % interval. */
  readonly difference: number;
  readonly low: number;
  readonly high: number;
  /** Chance of shares at least so far apart, where they do not differ. */
  readonly p: number;
}

/** How many said yes, of how many. */
export interface Proportion {
  readonly yes: number;
  readonly n: number;
}

/**
 * Difference of two shares with its 95 % interval, from the intervals of both.
 * Source: Newcombe, Statistics in Medicine 17, 873 (1998), method 10.
 */
export function proportionDifference(
  first: Proportion,
  second: Proportion,
): Pick<ProportionPair, 'difference' | 'low' | 'high'> {
  const [p, q] = [first.yes / first.n, second.yes / second.n];
  const [lowP, highP] = shareInterval(first.yes, first.n);
  const [lowQ, highQ] = shareInterval(second.yes, second.n);
  const difference = q - p;
  return {
    difference,
    low: difference - Math.hypot(q - lowQ, highP - p),
    high: difference + Math.hypot(highQ - q, p - lowP),
  };
}

/** Tables that are as unlikely but for rounding count as such. */
const AS_UNLIKELY = 1 + 1e-7;

/**
 * Chance of a table at least as unlikely as this one, with its margins given: Fisher's exact test,
 * to both sides. Source: Fisher, The Design of Experiments (1935), ch. 2.
 */
export function fisherExact(first: Proportion, second: Proportion): number {
  const yes = first.yes + second.yes;
  const [least, most] = [Math.max(0, yes - second.n), Math.min(yes, first.n)];
  const chance = (k: number): number =>
    Math.exp(choose(first.n, k) + choose(second.n, yes - k) - choose(first.n + second.n, yes));
  const seen = chance(first.yes);
  let p = 0;
  for (let k = least; k <= most; k++) if (chance(k) <= seen * AS_UNLIKELY) p += chance(k);
  return Math.min(1, p);
}

/** Logarithm of the number of ways to choose k of n. */
function choose(n: number, k: number): number {
  let log = 0;
  for (let i = 1; i <= k; i++) log += Math.log((n - k + i) / i);
  return log;
}
