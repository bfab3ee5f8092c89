import { gaussLegendre, normalCdf, studentTQuantile } from '../../numerics/index.js';
import { ratioScale } from '../../experiments/index.js';
import { axisNumber, factorOf, isOrdered } from '../factors/index.js';
import { ceilingOf, measureOf } from '../measures/index.js';
import type { Case, LessonPlan } from './plan.js';
import {
  commonStep,
  compareSums,
  momentsOf,
  sumOf,
  trialDistribution,
  type Distribution,
  type ReadingRules,
} from './trial-distribution.js';

/** How often, by how many and with how much. */
export interface SampleSize {
  readonly repeats: number;
  readonly groups: number;
  readonly traySize: number;
}

/** Two levels next to one another and whether a group will see which is which. */
export interface Neighbours {
  readonly lower: Case;
  readonly upper: Case;
  /** That a group's means of its repeats come out in the predicted order. */
  readonly probabilityInOrder: number;
  /** Repeats for 90 %; null beyond {@link MOST_REPEATS}. */
  readonly repeatsNeeded: number | null;
}

/** Which way the prediction goes along the factor. */
export type Trend = 'rises' | 'falls' | 'turns over' | 'level' | 'unordered';

/** What a plan lets a class see, before it is run. */
export interface PlanPower {
  readonly neighbours: readonly Neighbours[];
  readonly course: Trend;
  /** Probability that the class's straight line has a slope that is clearly not nothing. */
  readonly trendPower: number | null;
  /** Cases whose readings may reach the ceiling, with that probability of one trial. */
  readonly mayExceedCeiling: readonly { readonly of: Case; readonly probability: number }[];
  /** Cases that will hardly read anything. */
  readonly nearZero: readonly Case[];
}

export const WANTED_PROBABILITY = 0.9;
export const MOST_REPEATS = 30;
/** A chance worth a warning that the tray runs out. */
const CEILING_RISK = 0.1;
/** Predictions closer than this are the same. */
const SAME = 0.02;
/** Up to so many repeats the sum is computed exactly, beyond it as normal. */
const EXACT_REPEATS = 6;

/**
 * Judges a plan before the lesson: the class's own factor and the scatter of its trials as believed
 * before any trial, readings rounded and cut off as they are at the bench.
 * @param cases of the plan; those without a forecast or with a stop are passed over.
 */
export function powerAnalysis(
  plan: LessonPlan,
  cases: readonly Case[],
  effort: SampleSize,
): PlanPower {
  const rules = rulesOf(plan, effort);
  const axis = factorOf(plan.factor, plan.unit).axis;
  const able = cases.filter((c) => c.forecast !== null && c.stops.length === 0);
  const bySeries = groupBySeries(able);
  const sorted = bySeries.map((list) =>
    isOrdered(axis)
      ? [...list].sort((p, q) => Number(p.level) - Number(q.level))
      : [...list].sort((p, q) => p.forecast!.value - q.forecast!.value),
  );
  return {
    neighbours: rules
      ? sorted.flatMap((list) =>
          list
            .slice(1)
            .flatMap((upper, i) =>
              bothNothing(rules, list[i]!, upper)
                ? []
                : [neighboursOf(rules, list[i]!, upper, effort.repeats)],
            ),
        )
      : [],
    course: isOrdered(axis) ? trendOf(sorted[0] ?? []) : 'unordered',
    trendPower:
      rules && isOrdered(axis) && sorted[0]
        ? powerOf(rules, sorted[0], effort, (c) => axisNumber(axis, c.level))
        : null,
    mayExceedCeiling: rules
      ? able.flatMap((of) => {
          const probability = probabilityAtCeiling(rules, of);
          return probability > CEILING_RISK ? [{ of, probability }] : [];
        })
      : [],
    nearZero: rules ? able.filter((of) => of.forecast!.value < minReading(rules)) : [],
  };
}

/** How the plan's measure is read; null where nothing predicts it. */
function rulesOf(plan: LessonPlan, { traySize }: SampleSize): ReadingRules | null {
  const measure = measureOf(plan.measure);
  if (measure.heldAgainst === null) return null;
  return {
    quantity: measure.heldAgainst,
    resolution: measure.resolution,
    relative: measure.relative ?? false,
    ceiling: ceilingOf(measure, traySize),
    ...(measure.data === 'yes-no' && { threshold: plan.conditions.load ?? NaN }),
  };
}

function groupBySeries(cases: readonly Case[]): Case[][] {
  const lists = new Map<string | null, Case[]>();
  for (const c of cases) lists.set(c.seriesId, [...(lists.get(c.seriesId) ?? []), c]);
  return [...lists.values()];
}

/** Least that can be read; a step that is a share of the reading has none. */
const minReading = ({ resolution, relative }: ReadingRules): number => (relative ? 0 : resolution);

/** Two levels that lift nothing are equal, as they should be: nobody expects a difference. */
function bothNothing(rules: ReadingRules, a: Case, b: Case): boolean {
  return Math.max(a.forecast!.value, b.forecast!.value) < minReading(rules) / 2;
}

function trendOf(cases: readonly Case[]): Trend {
  // Where nothing is predicted nothing can be said of it.
  if (cases.length < 2) return 'unordered';
  const steps = cases.slice(1).map((c, i) => {
    const [a, b] = [cases[i]!.forecast!.value, c.forecast!.value];
    return Math.abs(b - a) <= SAME * Math.max(a, b) ? 0 : Math.sign(b - a);
  });
  const up = steps.includes(1);
  const down = steps.includes(-1);
  if (up && down) return 'turns over';
  return up ? 'rises' : down ? 'falls' : 'level';
}

const { nodes: NODES, weights: WEIGHTS } = gaussLegendre(12);
/** Class factors over ±3 standard deviations with their weights. */
function overClasses(deviation: number, visit: (factor: number, weight: number) => void): void {
  const reach = 3;
  let total = 0;
  const density = NODES.map((node) => Math.exp(-0.5 * (reach * (2 * node - 1)) ** 2));
  density.forEach((d, k) => (total += d * WEIGHTS[k]!));
  density.forEach((d, k) =>
    visit(Math.exp(deviation * reach * (2 * NODES[k]! - 1)), (d * WEIGHTS[k]!) / total),
  );
}

const classDeviation = ({ forecast }: Case): number =>
  Math.log(forecast!.spread.classFactor) / 1.959963984540054;

/** A case's forecast on the ratio scale. */
const middleOf = (rules: ReadingRules, { forecast }: Case): number =>
  ratioScale(rules.quantity, forecast!.value);

function neighboursOf(rules: ReadingRules, a: Case, b: Case, repeats: number): Neighbours {
  const [lower, upper] = a.forecast!.value <= b.forecast!.value ? [a, b] : [b, a];
  const pairs: { low: Distribution; high: Distribution; exact: boolean; weight: number }[] = [];
  const scatter = Math.max(lower.forecast!.spread.scatter, upper.forecast!.spread.scatter);
  overClasses(classDeviation(upper), (factor, weight) => {
    const middles = [lower, upper].map((c) => middleOf(rules, c) * factor);
    const { step, exact } = commonStep(rules, middles, scatter);
    const of = (c: Case, k: number): Distribution =>
      trialDistribution(rules, middles[k]!, c.forecast!.spread.scatter, step);
    pairs.push({ low: of(lower, 0), high: of(upper, 1), exact, weight });
  });
  const chance = (n: number): number =>
    pairs.reduce((sum, { low, high, exact, weight }) => {
      if (n <= EXACT_REPEATS) {
        const { less, equal } = compareSums(sumOf(low, n), sumOf(high, n));
        // Equal means decide nothing; on a grid coarser than the reading they are an accident.
        return sum + weight * (less + (exact ? 0 : equal / 2));
      }
      const [p, q] = [momentsOf(low), momentsOf(high)];
      const spread = Math.sqrt((p.variance + q.variance) / n);
      const gap = q.mean - p.mean;
      return sum + weight * (spread > 0 ? normalCdf(gap / spread) : gap > 0 ? 1 : 0);
    }, 0);
  const probabilityInOrder = chance(repeats);
  let repeatsNeeded: number | null = probabilityInOrder >= WANTED_PROBABILITY ? repeats : null;
  for (let n = repeats + 1; repeatsNeeded === null && n <= MOST_REPEATS; n++) {
    if (chance(n) >= WANTED_PROBABILITY) repeatsNeeded = n;
  }
  return { lower, upper, probabilityInOrder, repeatsNeeded };
}

/** Probability that one trial of any class reaches the ceiling. */
function probabilityAtCeiling(rules: ReadingRules, of: Case): number {
  const { ceiling } = rules;
  if (ceiling === null || rules.threshold !== undefined) return 0;
  // The tangent of a right angle is never reached.
  const reach = ratioScale(rules.quantity, ceiling - rules.resolution / 2);
  const deviation = Math.hypot(classDeviation(of), of.forecast!.spread.scatter);
  const middle = middleOf(rules, of);
  return middle > 0 ? 1 - normalCdf(Math.log(reach / middle) / deviation) : 0;
}

/**
 * Power of the two-sided t test of a slope at 5 %: from mean and variance of a reading at every level,
 * with the residuals' spread that a straight line leaves, over all classes.
 */
function powerOf(
  rules: ReadingRules,
  cases: readonly Case[],
  { repeats, groups }: SampleSize,
  xOf: (c: Case) => number,
): number | null {
  const each = repeats * groups;
  const count = each * cases.length;
  if (cases.length < 2 || count < 3) return null;
  const x = cases.map(xOf);
  const centre = x.reduce((sum, value) => sum + value, 0) / x.length;
  const sxx = each * x.reduce((sum, value) => sum + (value - centre) ** 2, 0);
  if (!(sxx > 0)) return null;
  const critical = studentTQuantile(0.975, count - 2);
  let power = 0;
  overClasses(classDeviation(cases[0]!), (factor, weight) => {
    const middles = cases.map((c) => middleOf(rules, c) * factor);
    const moments = cases.map((c, k) => {
      const { scatter } = c.forecast!.spread;
      const { step } = commonStep(rules, [middles[k]!], scatter);
      return momentsOf(trialDistribution(rules, middles[k]!, scatter, step));
    });
    const slope =
      moments.reduce((sum, { mean }, k) => sum + each * (x[k]! - centre) * mean, 0) / sxx;
    const level = moments.reduce((sum, { mean }) => sum + mean, 0) / moments.length;
    const residual =
      moments.reduce((sum, { mean, variance }, k) => {
        const off = mean - level - slope * (x[k]! - centre);
        return sum + each * (variance + off * off);
      }, 0) / count;
    const slopeVariance =
      moments.reduce((sum, { variance }, k) => sum + each * (x[k]! - centre) ** 2 * variance, 0) /
      sxx ** 2;
    const se = Math.sqrt(residual / sxx);
    const sd = Math.sqrt(slopeVariance);
    const beyond = sd > 0 ? normalCdf((Math.abs(slope) - critical * se) / sd) : slope !== 0 ? 1 : 0;
    power += weight * beyond;
  });
  return power;
}
