import { fCdf, leastSquares, normalQuantile, studentTQuantile } from '../../numerics/index.js';
import { answerLine } from './answer-line.js';
import {
  anova,
  kruskalWallis,
  trendTest,
  welch,
  type Anova,
  type Difference,
  type RankTest,
} from './compare.js';
import { CURVE_IDS, fitCurve, type CurveId, type FittedCurve } from './curves.js';
import { fitMixedModel, type GroupEffect } from './random-effects.js';
import { fitPowerTrend } from './power-trend.js';
import { isUncensored, type Reading } from './reading.js';
import { singleTrialsMislead } from './single-trials.js';
import { fisherExact, proportionDifference, type ProportionPair } from './proportions.js';
import { summarise, type Summary } from './summary.js';
import { isOutlier } from './outliers.js';
import { fitShare, fitLogistic, shareInterval, type YesNo } from './logistic-regression.js';

/** A reading with its place in the order in which its group made them. */
export interface OrderedReading extends Reading {
  readonly order: number;
}

/** One level: what was read there. */
export interface LevelAnalysis {
  readonly level: number;
  readonly x: number;
  readonly summary: Summary;
  /** Of them only known in part. */
  readonly hidden: number;
}

/** A curve ranked against the others. */
export interface RankedCurve {
  readonly curve: FittedCurve;
  /** How much worse than the best, by Akaike's criterion. */
  readonly behind: number;
  /** Share of what speaks for any of them: Akaike's weight. */
  readonly weight: number;
}

/** Drift from trial to trial, with the level effects removed. */
export interface Drift {
  readonly perTrial: number;
  readonly interval95: number;
  readonly p: number;
}

/** Two levels held against each other. */
export interface Pair extends Difference {
  readonly first: number;
  readonly second: number;
}

/** Everything that is said of the readings of one line. */
export interface Analysis {
  readonly levels: readonly LevelAnalysis[];
  /** Even: the same variance everywhere. Growing: larger readings vary more and get less weight. */
  readonly scatter: 'even' | 'growing';
  /**
   * The straight line of which everything is said: of the model with groups where they differ, else by
   * least squares; null for kinds in no order or too few readings.
   */
  readonly line: FittedCurve | null;
  /** By least squares, weighted as `scatter` says, every trial taken as independent. */
  readonly leastSquaresLine: FittedCurve | null;
  /** Best first; empty where nothing can be fitted. */
  readonly curves: readonly RankedCurve[];
  /**
   * Curves that are not ranked: for which there are too few readings for the criterion, such as a line
   * through zero of three points, and the power law through the logarithms.
   */
  readonly unranked: readonly FittedCurve[];
  /** Those that the readings cannot tell from the best, the best first. */
  readonly equallySupported: readonly CurveId[];
  readonly anova: Anova | null;
  readonly trend: RankTest | null;
  readonly ranks: RankTest | null;
  readonly pairs: readonly Pair[];
  /** The same of yes and no. */
  readonly sharePairs: readonly ProportionPair[];
  /** The straight line, and the level means, with a level of its own for every group. */
  readonly lineWithGroups: GroupEffect | null;
  readonly meansWithGroups: GroupEffect | null;
  readonly drift: Drift | null;
  /** Trials at each level to tell the two nearest levels apart, four times in five; null where none can. */
  readonly requiredSampleSize: number | null;
  /** How often single trials of neighbouring levels mislead; null where none can. */
  readonly misleadingPairRate: number | null;
  /** Of yes and no: how yes follows the factor; null for all else. */
  readonly yesNo: YesNo | null;
}

/** Curves this near to the best cannot be told from it. Burnham & Anderson, 2nd ed., §2.6. */
export const MAX_DELTA_AICC = 2;
/** From so many levels on every pair is too much to read, and too many chances to be fooled. */
const MOST_PAIRED = 8;

/** @param graded true if levels are ordered numbers, so that a curve can be fitted. */
export function analyse(readings: readonly OrderedReading[], graded: boolean): Analysis {
  const numbers = [...new Set(readings.map(({ level }) => level))].sort((p, q) => p - q);
  const of = (level: number): OrderedReading[] => readings.filter((one) => one.level === level);
  const levels = numbers.map((level): LevelAnalysis => {
    const own = of(level);
    return {
      level,
      x: own[0]!.x,
      summary: summarise(own.map(({ y }) => y))!,
      hidden: own.filter((one) => !isUncensored(one)).length,
    };
  });
  const values = numbers.map((level) => of(level).map(({ y }) => y));
  const { scatter, scales } = scatterOf(readings, levels);
  const ids = CURVE_IDS.filter((id) => graded || id === 'none' || id === 'means');
  const fits = ids.flatMap((id) => fitCurve(id, readings, scales) ?? []);
  const curves = ranked(fits.filter(isRankable));
  const plain = fits.find(({ id }) => id === 'line') ?? null;
  const effects = withGroups(readings, numbers, graded);
  const trend = graded ? fitPowerTrend(readings) : null;
  const differ = anova(values);
  return {
    levels,
    scatter,
    line: answerLine(plain, effects.lineWithGroups, readings),
    leastSquaresLine: plain,
    curves,
    unranked: [...fits.filter((fit) => !isRankable(fit)), ...(trend ? [trend] : [])],
    equallySupported: curves
      .filter(({ behind }) => behind < MAX_DELTA_AICC)
      .map(({ curve }) => curve.id),
    anova: differ,
    trend: graded ? trendTest(values) : null,
    ranks: kruskalWallis(values),
    pairs: numbers.length <= MOST_PAIRED ? pairsOf(numbers, values) : [],
    sharePairs: [],
    ...effects,
    drift: driftOf(readings, scales, numbers),
    requiredSampleSize: requiredSampleSizeFor(levels),
    misleadingPairRate: singleTrialsMislead(byPlace(levels, values)),
    yesNo: null,
  };
}

/**
 * The same of readings of yes (1) and no (0): shares instead of means, a logistic curve instead of
 * the others. Groups count as if their trials were independent.
 */
export function analyseYesNo(readings: readonly OrderedReading[], graded: boolean): Analysis {
  const numbers = [...new Set(readings.map(({ level }) => level))].sort((p, q) => p - q);
  const levels = numbers.map((level): LevelAnalysis => {
    const own = readings.filter((one) => one.level === level);
    const ys = own.map(({ y }) => y);
    const yes = ys.reduce((sum, y) => sum + y, 0);
    const summary = { ...summarise(ys)!, share: shareInterval(yes, ys.length) };
    return { level, x: own[0]!.x, summary, hidden: 0 };
  });
  const yesNo = graded ? fitLogistic(readings) : null;
  const fits = [fitShare(readings), ...(yesNo ? [yesNo.curve] : [])];
  const curves = ranked(fits.filter(isRankable));
  const values = numbers.map((level) =>
    readings.filter((one) => one.level === level).map(({ y }) => y),
  );
  return {
    levels,
    scatter: 'even',
    line: null,
    leastSquaresLine: null,
    curves,
    unranked: fits.filter((fit) => !isRankable(fit)),
    equallySupported: curves
      .filter(({ behind }) => behind < MAX_DELTA_AICC)
      .map(({ curve }) => curve.id),
    anova: null,
    trend: graded ? trendTest(values) : null,
    ranks: kruskalWallis(values),
    pairs: [],
    sharePairs: levels.length <= MOST_PAIRED ? sharePairsOf(levels) : [],
    lineWithGroups: null,
    meansWithGroups: null,
    drift: null,
    requiredSampleSize: null,
    misleadingPairRate: null,
    yesNo,
  };
}

/**
 * How far each reading scatters relative to the others. Where it grows with the reading, as counts
 * do, that is taken from the level means, so that all curves have the same weights and can be compared.
 */
function scatterOf(
  readings: readonly Reading[],
  levels: readonly LevelAnalysis[],
): { scatter: Analysis['scatter']; scales: number[] } {
  const even = readings.map(() => 1);
  const repeated = levels.filter(({ summary }) => summary.n > 1);
  if (repeated.length < 3) return { scatter: 'even', scales: even };
  const most = Math.max(...levels.map(({ summary }) => summary.mean));
  const mean = new Map(levels.map(({ level, summary }) => [level, summary.mean]));
  // A level at which next to nothing is read still scatters.
  const growing = readings.map(({ level }) => Math.max(mean.get(level)! / most, 0.1));
  const plain = fitCurve('means', readings, even);
  const weighed = fitCurve('means', readings, growing);
  return plain && weighed && weighed.aicc < plain.aicc - MAX_DELTA_AICC
    ? { scatter: 'growing', scales: growing }
    : { scatter: 'even', scales: even };
}

const isRankable = ({ aicc }: FittedCurve): boolean => Number.isFinite(aicc);

/**
 * The curve of that shape through the readings, ranked or not, the straight line as it is said; null
 * where none could be fitted.
 */
export function curveIn({ curves, unranked, line }: Analysis, id: CurveId): FittedCurve | null {
  if (id === 'line') return line;
  return [...curves.map(({ curve }) => curve), ...unranked].find((fit) => fit.id === id) ?? null;
}

/** Best first, by Akaike's criterion. */
function ranked(curves: readonly FittedCurve[]): RankedCurve[] {
  const fits = [...curves].sort((p, q) => p.aicc - q.aicc);
  const best = fits[0]?.aicc ?? 0;
  const share = fits.map(({ aicc }) => Math.exp(-(aicc - best) / 2));
  const whole = share.reduce((sum, value) => sum + value, 0);
  return fits.map((curve, i) => ({
    curve,
    behind: curve.aicc - best,
    weight: share[i]! / whole,
  }));
}

/** Readings of the levels in the order of their places; of kinds in that of their means. */
function byPlace(
  levels: readonly LevelAnalysis[],
  values: readonly (readonly number[])[],
): (readonly number[])[] {
  const rank = ({ x, summary }: LevelAnalysis): number => (Number.isFinite(x) ? x : summary.mean);
  return levels
    .map((level, i) => ({ at: rank(level), own: values[i]! }))
    .sort((p, q) => p.at - q.at)
    .map(({ own }) => own);
}

function pairsOf(numbers: readonly number[], values: readonly (readonly number[])[]): Pair[] {
  return numbers.flatMap((first, i) =>
    numbers.slice(i + 1).flatMap((second, k): Pair[] => {
      const found = welch(values[i]!, values[i + 1 + k]!);
      return found ? [{ ...found, first, second }] : [];
    }),
  );
}

function sharePairsOf(levels: readonly LevelAnalysis[]): ProportionPair[] {
  const shares = levels.map(({ level, summary: { mean, n } }) => ({
    level,
    share: { yes: Math.round(mean * n), n },
  }));
  return shares.flatMap(({ level: first, share: p }, i) =>
    shares.slice(i + 1).map(({ level: second, share: q }): ProportionPair => ({
      first,
      second,
      ...proportionDifference(p, q),
      p: fisherExact(p, q),
    })),
  );
}

function withGroups(
  readings: readonly Reading[],
  numbers: readonly number[],
  graded: boolean,
): Pick<Analysis, 'lineWithGroups' | 'meansWithGroups'> {
  const exact = readings.filter(isUncensored);
  const y = exact.map((one) => one.y);
  const groups = exact.map(({ group }) => group);
  const line =
    graded && exact.every(({ x }) => Number.isFinite(x))
      ? fitMixedModel(Float64Array.from(exact.flatMap(({ x }) => [1, x])), y, 2, groups)
      : null;
  const columns = Float64Array.from(
    exact.flatMap(({ level }) => numbers.map((number) => Number(number === level))),
  );
  return {
    lineWithGroups: line,
    meansWithGroups: fitMixedModel(columns, y, numbers.length, groups),
  };
}

/** Linear drift with trial order, adjusted for level means and group effects. */
function driftOf(
  readings: readonly OrderedReading[],
  scales: readonly number[],
  numbers: readonly number[],
): Drift | null {
  const kept = readings.flatMap((one, i) =>
    isUncensored(one) ? [{ ...one, scale: scales[i]! }] : [],
  );
  const groups = [...new Set(kept.map(({ group }) => group))];
  const p = numbers.length + groups.length;
  const n = kept.length;
  if (n <= p + 1) return null;
  const middle = kept.reduce((sum, { order }) => sum + order, 0) / n;
  const [columns, z]: [number[], number[]] = [[], []];
  let within = 0;
  // The readings of a level and group turned about their mean: it makes one row, and what lies about
  // it another, whose only column is the order. Least squares do not see the difference.
  for (const { first, count, order, y, xx, xy, yy } of cellsOfOrder(kept)) {
    const weight = Math.sqrt(count) / first.scale;
    columns.push(
      ...[
        ...numbers.map((number) => Number(number === first.level)),
        // The first group's level is in those of the factor.
        ...groups.slice(1).map((other) => Number(other === first.group)),
        order - middle,
      ].map((value) => value * weight),
    );
    z.push(y * weight);
    within += yy / first.scale ** 2;
    if (!(xx > 0)) continue;
    columns.push(...new Array<number>(p - 1).fill(0), Math.sqrt(xx) / first.scale);
    z.push(xy / Math.sqrt(xx) / first.scale);
    within -= xy ** 2 / xx / first.scale ** 2;
  }
  const fit = leastSquares(columns, z, p);
  const left = fit ? fit.residualSumOfSquares + Math.max(0, within) : 0;
  if (!fit || !(left > 0)) return null;
  const perTrial = fit.coefficients[p - 1]!;
  const variance = (left / (n - p)) * fit.unscaledCovariance[(p - 1) * p + p - 1]!;
  return {
    perTrial,
    interval95: studentTQuantile(0.975, n - p) * Math.sqrt(variance),
    p: 1 - fCdf(perTrial ** 2 / variance, 1, n - p),
  };
}

/** Readings of one level, group and scale: how many, their means, and their products about them. */
function cellsOfOrder(readings: readonly (OrderedReading & { readonly scale: number })[]) {
  const cells = new Map<string, (OrderedReading & { readonly scale: number })[]>();
  for (const one of readings) {
    const key = `${one.level} ${one.group} ${one.scale}`;
    const cell = cells.get(key);
    if (cell) cell.push(one);
    else cells.set(key, [one]);
  }
  return [...cells.values()].map((cell) => {
    const count = cell.length;
    const order = cell.reduce((sum, one) => sum + one.order, 0) / count;
    const y = cell.reduce((sum, one) => sum + one.y, 0) / count;
    let [xx, xy, yy] = [0, 0, 0];
    for (const one of cell) {
      const [dx, dy] = [one.order - order, one.y - y];
      xx += dx * dx;
      xy += dx * dy;
      yy += dy * dy;
    }
    return { first: cell[0]!, count, order, y, xx, xy, yy };
  });
}

/**
 * Indices of outliers at their level.
 * @param resolution what one step of a reading is, in its unit.
 */
export function findOutliers(readings: readonly Reading[], resolution: number): number[] {
  return [...new Set(readings.map(({ level }) => level))].flatMap((level) => {
    const own = readings.flatMap((one, i) => (one.level === level ? [i] : []));
    const flags = isOutlier(
      own.map((i) => readings[i]!.y),
      resolution,
    );
    return own.filter((_, k) => flags[k]);
  });
}

/**
 * Trials at each level so that every two neighbours can be told apart.
 * Source: two-sided comparison of two means at 5 %, 80 % power; NIST/SEMATECH e-Handbook 7.2.2.2.
 */
function requiredSampleSizeFor(levels: readonly LevelAnalysis[]): number | null {
  const sorted = levels
    .map(({ summary }) => summary)
    .filter(({ n }) => n > 1)
    .sort((p, q) => p.mean - q.mean);
  const z = normalQuantile(0.975) + normalQuantile(0.8);
  const needed = sorted.slice(1).flatMap((high, i) => {
    const low = sorted[i]!;
    const gap = high.mean - low.mean;
    return gap > 0 ? [(z ** 2 * (low.deviation ** 2 + high.deviation ** 2)) / gap ** 2] : [];
  });
  if (needed.length === 0) return null;
  return Math.max(2, Math.ceil(Math.max(...needed)));
}
