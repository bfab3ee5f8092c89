import {
  chiSquaredCdf,
  fCdf,
  normalCdf,
  studentTCdf,
  studentTQuantile,
} from '../../numerics/index.js';
import { summarise } from './summary.js';

/** A sum of squares and what it is divided by. */
export interface Part {
  readonly degreesOfFreedom: number;
  readonly sumOfSquares: number;
  readonly meanSquare: number;
}

/** How far the means of several levels lie apart, against the scatter within them. */
export interface Anova {
  readonly between: Part;
  readonly within: Part;
  /** NaN where nothing scatters within the levels. */
  readonly f: number;
  /** Chance of such an F where the levels do not differ. */
  readonly p: number;
  readonly rSquared: number;
}

const meanOf = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

function part(sumOfSquares: number, degreesOfFreedom: number): Part {
  return { degreesOfFreedom, sumOfSquares, meanSquare: sumOfSquares / degreesOfFreedom };
}

/**
 * One-way analysis of variance.
 * @param levels readings of each level.
 * @returns null for fewer than two levels, or with no more readings than levels.
 * Source: NIST/SEMATECH e-Handbook, 7.4.3; checked against NIST StRD SmLs01 to SmLs03.
 */
export function anova(levels: readonly (readonly number[])[]): Anova | null {
  const some = levels.filter((values) => values.length > 0);
  const all = some.flat();
  if (some.length < 2 || all.length <= some.length) return null;
  const grand = meanOf(all);
  let [between, within] = [0, 0];
  for (const values of some) {
    const mean = meanOf(values);
    between += values.length * (mean - grand) ** 2;
    for (const value of values) within += (value - mean) ** 2;
  }
  const parts = {
    between: part(between, some.length - 1),
    within: part(within, all.length - some.length),
  };
  const f = parts.between.meanSquare / parts.within.meanSquare;
  return {
    ...parts,
    f: within > 0 ? f : NaN,
    p:
      within > 0 ? 1 - fCdf(f, parts.between.degreesOfFreedom, parts.within.degreesOfFreedom) : NaN,
    rSquared: between + within > 0 ? between / (between + within) : NaN,
  };
}

/** The difference of two levels. */
export interface Difference {
  /** Mean of the second less that of the first. */
  readonly difference: number;
  readonly standardError: number;
  readonly degreesOfFreedom: number;
  readonly t: number;
  /** Chance of so large a t, to either side, where they do not differ. */
  readonly p: number;
  /** Half width of the 95 % interval of the difference. */
  readonly interval95: number;
}

/**
 * Welch's test of two levels whose scatter may differ.
 * @returns null for fewer than two readings of either, or where nothing scatters.
 * Source: B. L. Welch, Biometrika 34, 28 (1947); checked against Student's sleep data.
 */
export function welch(first: readonly number[], second: readonly number[]): Difference | null {
  const [a, b] = [summarise(first), summarise(second)];
  if (!a || !b || a.n < 2 || b.n < 2) return null;
  const [va, vb] = [a.standardError ** 2, b.standardError ** 2];
  if (!(va + vb > 0)) return null;
  const degreesOfFreedom = (va + vb) ** 2 / (va ** 2 / (a.n - 1) + vb ** 2 / (b.n - 1));
  const standardError = Math.sqrt(va + vb);
  const difference = b.mean - a.mean;
  const t = difference / standardError;
  return {
    difference,
    standardError,
    degreesOfFreedom,
    t,
    p: 2 * (1 - studentTCdf(Math.abs(t), degreesOfFreedom)),
    interval95: studentTQuantile(0.975, degreesOfFreedom) * standardError,
  };
}

/** A test by ranks: what is sorted needs no normal scatter. */
export interface RankTest {
  readonly statistic: number;
  readonly p: number;
}

/**
 * Kruskal and Wallis' test of several levels, corrected for ties.
 * Source: Hollander & Wolfe, Nonparametric Statistical Methods (1973), 6.1; χ² approximation.
 */
export function kruskalWallis(levels: readonly (readonly number[])[]): RankTest | null {
  const some = levels.filter((values) => values.length > 0);
  const all = some.flat();
  const n = all.length;
  const { rankOf, ties } = ranks(all);
  if (some.length < 2 || ties === 1) return null;
  const sum = some.reduce((total, values) => {
    const of = values.reduce((ranked, value) => ranked + rankOf.get(value)!, 0);
    return total + of ** 2 / values.length;
  }, 0);
  const statistic = ((12 * sum) / (n * (n + 1)) - 3 * (n + 1)) / (1 - ties);
  return { statistic, p: 1 - chiSquaredCdf(statistic, some.length - 1) };
}

/** Mean rank of each value, and what share of the rank variance ties take away. */
function ranks(all: readonly number[]): { rankOf: Map<number, number>; ties: number } {
  const sorted = [...all].sort((p, q) => p - q);
  const rankOf = new Map<number, number>();
  let lost = 0;
  for (let i = 0; i < sorted.length;) {
    let j = i;
    while (sorted[j] === sorted[i]) j++;
    rankOf.set(sorted[i]!, (i + 1 + j) / 2);
    lost += (j - i) ** 3 - (j - i);
    i = j;
  }
  const n = sorted.length;
  return { rankOf, ties: n > 1 ? lost / (n ** 3 - n) : 1 };
}

/** Pairs of two sorted lists in which the second is larger; half a one for equal ones. */
function pairsThatRise(low: readonly number[], high: readonly number[]): number {
  let [below, upTo, sum] = [0, 0, 0];
  for (const value of high) {
    while (below < low.length && low[below]! < value) below++;
    upTo = Math.max(upTo, below);
    while (upTo < low.length && low[upTo]! <= value) upTo++;
    sum += (below + upTo) / 2;
  }
  return sum;
}

/**
 * Jonckheere and Terpstra's test: do readings rise, or fall, from level to level in their order?
 * Positive z means that they rise.
 * Source: Hollander & Wolfe (1973), 6.2, normal approximation with their variance under ties.
 */
export function trendTest(levels: readonly (readonly number[])[]): RankTest | null {
  const some = levels.filter((values) => values.length > 0);
  const n = some.reduce((sum, values) => sum + values.length, 0);
  if (some.length < 2 || n < 3) return null;
  const sorted = some.map((values) => [...values].sort((p, q) => p - q));
  let larger = 0;
  sorted.forEach((low, i) => {
    for (const high of sorted.slice(i + 1)) larger += pairsThatRise(low, high);
  });
  const tied = new Map<number, number>();
  for (const value of some.flat()) tied.set(value, (tied.get(value) ?? 0) + 1);
  const sizes = some.map((values) => values.length);
  const counts = [...tied.values()];
  const over = (list: readonly number[], of: (k: number) => number): number =>
    list.reduce((sum, k) => sum + of(k), 0);
  const third = (k: number): number => k * (k - 1) * (2 * k + 5);
  const pairs = (k: number): number => k * (k - 1);
  const triples = (k: number): number => k * (k - 1) * (k - 2);
  const variance =
    (third(n) - over(sizes, third) - over(counts, third)) / 72 +
    (n > 2 ? (over(sizes, triples) * over(counts, triples)) / (36 * triples(n)) : 0) +
    (over(sizes, pairs) * over(counts, pairs)) / (8 * pairs(n));
  if (!(variance > 0)) return null;
  const expected = (n ** 2 - over(sizes, (k) => k ** 2)) / 4;
  const statistic = (larger - expected) / Math.sqrt(variance);
  return { statistic, p: 2 * (1 - normalCdf(Math.abs(statistic))) };
}
