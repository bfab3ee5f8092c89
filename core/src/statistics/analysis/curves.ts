import {
  hessianOf,
  leastSquares,
  leastSquaresCurve,
  solveInPlace,
  studentTQuantile,
  type CurveFit,
  type LeastSquares,
} from '../../numerics/index.js';
import { censoredMoments, logLikelihoodOf } from './censored-normal.js';
import { isUncensored, type Reading } from './reading.js';

/** Shapes that may be drawn through readings. */
export const CURVE_IDS = ['none', 'proportional', 'line', 'saturating', 'power', 'means'] as const;
/**
 * Shapes that are not ranked with those: the power law through the logarithms, and of yes and no the
 * logistic curve.
 */
export type CurveId = (typeof CURVE_IDS)[number] | 'power-trend' | 'logistic';

/**
 * Each shape with its coefficients in order. `means` has one for each level and knows nothing
 * between them.
 */
export const CURVES: Readonly<
  Record<Exclude<CurveId, 'means' | 'power-trend' | 'logistic'>, Curve>
> = {
  none: { names: ['level'], at: (_x, [a = 0]) => a, start: ({ meanY }) => [meanY] },
  proportional: {
    names: ['slope'],
    at: (x, [b = 0]) => b * x,
    start: ({ meanX, meanY }) => [meanY / (meanX || 1)],
  },
  line: {
    names: ['intercept', 'slope'],
    at: (x, [a = 0, b = 0]) => a + b * x,
    start: ({ meanY }) => [meanY, 0],
  },
  saturating: {
    names: ['limit', 'half'],
    at: (x, [a = 0, b = 0]) => (a * x) / (b + x),
    start: ({ meanX, maxY }) => [1.5 * maxY, meanX],
    positive: true,
  },
  power: {
    names: ['factor', 'exponent'],
    at: (x, [a = 0, b = 0]) => a * x ** b,
    start: ({ meanX, meanY }) => [meanY / Math.sqrt(meanX), 0.5],
    positive: true,
  },
};

interface Curve {
  readonly names: readonly string[];
  at(x: number, coefficients: readonly number[]): number;
  start(data: Extent): number[];
  /** Means something only where x > 0. */
  readonly positive?: boolean;
}

interface Extent {
  readonly meanX: number;
  readonly meanY: number;
  readonly maxY: number;
}

/** A shape laid through readings by least squares, or where some are hidden by maximum likelihood. */
export interface FittedCurve {
  readonly id: CurveId;
  readonly n: number;
  readonly names: readonly string[];
  readonly coefficients: readonly number[];
  readonly standardErrors: readonly number[];
  /** Half widths of 95 % intervals of the coefficients. */
  readonly intervals95: readonly number[];
  readonly degreesOfFreedom: number;
  /** Standard deviation of the residuals, n − p degrees of freedom; of a reading of scale one. */
  readonly residualDeviation: number;
  /** Share of the weighed spread that the curve explains; NaN where readings are hidden. */
  readonly rSquared: number;
  readonly logLikelihood: number;
  /** Akaike's criterion, corrected for few readings; Infinity where there are too few for it. */
  readonly aicc: number;
  /** The curve at x; NaN between levels of `means`. */
  at(x: number): number;
  /** Half widths at x of the 95 % intervals of the curve and of a further reading. */
  intervalAt(x: number, scale?: number): { line: number; point: number };
  /** Between which values 95 % of further readings at x lie. */
  rangeAt(x: number, scale?: number): { readonly low: number; readonly high: number };
}

/**
 * A curve that levels off is none where half of its limit is reached this many times beyond the levels
 * tried (there it is a straight line) or before them (there it is a constant).
 */
const HALF_BEYOND = 30;

/** More steps of expectation and maximisation change nothing that can be read. */
const MOST_STEPS = 400;

/**
 * Lays a shape through readings.
 * @param scales how far each reading scatters relative to the others; even without them.
 * @returns null where the readings do not tell its coefficients apart, leave no freedom, or have no
 *   such shape: a curve that levels off only at infinity is none.
 * Sources: least squares as in Draper & Smith; censored readings by expectation and maximisation,
 * Dempster, Laird & Rubin, J. R. Stat. Soc. B 39, 1 (1977); AICc, Hurvich & Tsai, Biometrika 76,
 * 297 (1989).
 */
export function fitCurve(
  id: (typeof CURVE_IDS)[number],
  readings: readonly Reading[],
  scales: readonly number[] = readings.map(() => 1),
): FittedCurve | null {
  const shape = id === 'means' ? meansOf(readings) : CURVES[id];
  const p = shape.names.length;
  const n = readings.length;
  if (n <= p) return null;
  if (id !== 'means' && id !== 'none') {
    const xs = readings.map(({ x }) => x);
    if (!xs.every(Number.isFinite)) return null;
    if (new Set(xs).size < Math.max(p, id === 'proportional' ? 1 : 2)) return null;
    if ('positive' in shape && shape.positive && !xs.every((x) => x > 0)) return null;
  }
  const place = (reading: Reading): number => (id === 'means' ? reading.level : reading.x);
  const best = fitMaximumLikelihood(shape, id, readings, scales, place);
  if (!best) return null;
  const { coefficients, sigma, covariance, hasCensored } = best;
  const degreesOfFreedom = n - p;
  // As without censored readings: what p coefficients have taken from the scatter is given back.
  const spread = hasCensored ? sigma * Math.sqrt(n / degreesOfFreedom) : sigma;
  // Readings that all lie on the curve would be infinitely likely.
  const own = Math.max(hasCensored ? sigma : sigma * Math.sqrt(degreesOfFreedom / n), 1e-12);
  const logLikelihood = best.replicates.reduce(
    (sum, { reading, scale, count }) =>
      sum + count * logLikelihoodOf(reading, shape.at(place(reading), coefficients), own * scale),
    0,
  );
  const k = p + 1;
  const t = studentTQuantile(0.975, degreesOfFreedom);
  const variances = coefficients.map((_, j) => covariance[j * p + j]!);
  const at = (x: number): number =>
    id === 'means' ? levelMean(readings, coefficients, x) : shape.at(x, coefficients);
  const intervalAt = (x: number, scale = 1): { line: number; point: number } => {
    const gradient = coefficients.map((value, j) => {
      const h = 1e-5 * (Math.abs(value) || 1);
      const near = (by: number): number[] =>
        coefficients.map((other, i) => (i === j ? other + by : other));
      const across = id === 'means' ? levelAt(readings, x) : x;
      return (shape.at(across, near(h)) - shape.at(across, near(-h))) / (2 * h);
    });
    const variance = quadratic(covariance, gradient);
    return {
      line: t * Math.sqrt(variance),
      point: t * Math.sqrt(variance + (spread * scale) ** 2),
    };
  };
  return {
    id,
    n,
    names: shape.names,
    coefficients,
    standardErrors: variances.map(Math.sqrt),
    intervals95: variances.map((variance) => t * Math.sqrt(variance)),
    degreesOfFreedom,
    residualDeviation: spread,
    rSquared: hasCensored ? NaN : rSquared(readings, scales, spread ** 2 * degreesOfFreedom),
    logLikelihood,
    aicc: n > k + 1 ? 2 * k - 2 * logLikelihood + (2 * k * (k + 1)) / (n - k - 1) : Infinity,
    at,
    intervalAt,
    rangeAt: (x, scale) => {
      const { point } = intervalAt(x, scale);
      return { low: at(x) - point, high: at(x) + point };
    },
  };
}

/** One less what is left over, of what there was about the weighed mean. */
function rSquared(readings: readonly Reading[], scales: readonly number[], left: number): number {
  const weights = scales.map((scale) => 1 / scale ** 2);
  const whole = weights.reduce((sum, w) => sum + w, 0);
  const mean = readings.reduce((sum, { y }, i) => sum + weights[i]! * y, 0) / whole;
  const total = readings.reduce((sum, { y }, i) => sum + weights[i]! * (y - mean) ** 2, 0);
  return total > 0 ? 1 - left / total : 1;
}

const quadratic = (matrix: Float64Array, v: readonly number[]): number =>
  v.reduce((sum, a, i) => sum + v.reduce((s, b, j) => s + a * b * matrix[i * v.length + j]!, 0), 0);

/** The level at x; NaN if there is none. */
function levelAt(readings: readonly Reading[], x: number): number {
  return readings.find((reading) => reading.x === x)?.level ?? NaN;
}

function levelMean(
  readings: readonly Reading[],
  coefficients: readonly number[],
  x: number,
): number {
  const level = levelAt(readings, x);
  const order = [...new Set(readings.map((reading) => reading.level))].sort((p, q) => p - q);
  return coefficients[order.indexOf(level)] ?? NaN;
}

function meansOf(readings: readonly Reading[]): Curve {
  const order = [...new Set(readings.map(({ level }) => level))].sort((p, q) => p - q);
  return {
    names: order.map((level) => `level ${level + 1}`),
    at: (level, means) => means[order.indexOf(level)] ?? NaN,
    start: () =>
      order.map((level) => {
        const own = readings.filter((reading) => reading.level === level);
        return own.reduce((sum, { y }) => sum + y, 0) / own.length;
      }),
  };
}

interface Maximum {
  readonly coefficients: readonly number[];
  /** Unbiased without censored readings; that of the greatest likelihood with them. */
  readonly sigma: number;
  readonly covariance: Float64Array;
  readonly hasCensored: boolean;
  /** The readings, those taken together whose likelihood is costly. */
  readonly replicates: readonly Replicates[];
}

function fitMaximumLikelihood(
  shape: Curve,
  id: CurveId,
  readings: readonly Reading[],
  scales: readonly number[],
  place: (reading: Reading) => number,
): Maximum | null {
  const [n, p] = [readings.length, shape.names.length];
  const hasCensored = !readings.every(isUncensored);
  const replicates = hasCensored
    ? findReplicates(readings, scales)
    : readings.map((reading, i) => ({ reading, scale: scales[i]!, count: 1 }));
  const groups = groupReplicates(replicates, place);
  const mStep = (y: readonly number[], start: readonly number[]) => {
    const { means, within } = groups.of(y);
    const weight = (c: number): number => groups.root[c]! / groups.scale[c]!;
    const at = (c: number, b: readonly number[]): number =>
      shape.at(groups.place[c]!, b) * weight(c);
    const weighed = means.map((mean, c) => mean * weight(c));
    const fit = (): CurveFit | LeastSquares | null => {
      const rows = groups.place.length;
      if (id === 'saturating') return fitSaturating(at, groups.place, weighed, start);
      if (id === 'power') {
        return leastSquaresCurve(
          at,
          groups.place.map((_, c) => c),
          weighed,
          start,
        );
      }
      // All others are linear: a column for each coefficient.
      const unit = (j: number): number[] => start.map((_, k) => (k === j ? 1 : 0));
      const columns = new Float64Array(rows * p);
      for (let c = 0; c < rows; c++) {
        for (let j = 0; j < p; j++) columns[c * p + j] = at(c, unit(j));
      }
      return leastSquares(columns, weighed, p);
    };
    const found = fit();
    return found && { ...found, residualSumOfSquares: found.residualSumOfSquares + within };
  };
  const meanOf = (value: (reading: Reading) => number): number =>
    replicates.reduce((sum, { reading, count }) => sum + count * value(reading), 0) / n;
  const ys = replicates.map(({ reading }) => reading.y);
  const extent = { meanX: meanOf(place), meanY: meanOf(({ y }) => y), maxY: Math.max(...ys) };
  const first = mStep(ys, shape.start(extent));
  if (!first) return null;
  let coefficients = [...first.coefficients];
  let sigma = Math.sqrt(first.residualSumOfSquares / (n - p));
  if (!hasCensored) {
    const covariance = Float64Array.from(first.unscaledCovariance, (v) => v * sigma ** 2);
    return { coefficients, sigma, covariance, hasCensored, replicates };
  }
  sigma = Math.max(sigma, 1e-6 * Math.abs(extent.meanY) + 1e-12);
  for (let step = 0; step < MOST_STEPS; step++) {
    const expected = replicates.map(({ reading, scale }) =>
      censoredMoments(reading, shape.at(place(reading), coefficients), sigma * scale),
    );
    const fit = mStep(
      expected.map(({ mean }) => mean),
      coefficients,
    );
    if (!fit) return null;
    const censoredVariance = expected.reduce(
      (sum, { variance }, k) => sum + (replicates[k]!.count * variance) / replicates[k]!.scale ** 2,
      0,
    );
    const next = Math.sqrt((fit.residualSumOfSquares + censoredVariance) / n);
    const moved = Math.abs(next - sigma) / sigma;
    [coefficients, sigma] = [[...fit.coefficients], next];
    if (!(sigma > 0)) return null;
    if (moved < 1e-10) break;
  }
  const covariance = covarianceOf(shape, replicates, place, coefficients, sigma);
  return covariance && { coefficients, sigma, covariance, hasCensored, replicates };
}

/**
 * A curve that levels off, in the logarithms of limit and half-way point: both are above zero.
 * @param at the weighed curve at a place's number, with limit and half-way point.
 * @param places across, above zero.
 */
function fitSaturating(
  at: (c: number, b: readonly number[]) => number,
  places: readonly number[],
  weighed: readonly number[],
  start: readonly number[],
): CurveFit | null {
  if (!start.every((value) => value > 0)) return null;
  const found = leastSquaresCurve(
    (c, logs) => at(c, logs.map(Math.exp)),
    places.map((_, c) => c),
    weighed,
    start.map(Math.log),
  );
  if (!found) return null;
  const coefficients = found.coefficients.map(Math.exp);
  const half = coefficients[1]!;
  const [least, most] = [Math.min(...places), Math.max(...places)];
  if (!(half >= least / HALF_BEYOND && half <= most * HALF_BEYOND)) return null;
  // d(e^q) = e^q dq.
  const unscaledCovariance = found.unscaledCovariance.map(
    (value, i) => value * coefficients[Math.floor(i / 2)]! * coefficients[i % 2]!,
  );
  return { ...found, coefficients, unscaledCovariance };
}

/**
 * Merges readings with the same x and scale into one weighted mean (weight √n). `within` is the
 * pure-error sum of squares, which no curve can reduce.
 */
function groupReplicates(replicates: readonly Replicates[], placeOf: (reading: Reading) => number) {
  const known = new Map<string, number>();
  const [place, scale, size]: [number[], number[], number[]] = [[], [], []];
  const groupOf = replicates.map(({ reading, scale: own, count }) => {
    const at = placeOf(reading);
    const key = `${at} ${own}`;
    let group = known.get(key);
    if (group === undefined) {
      group = known.size;
      known.set(key, group);
      place.push(at);
      scale.push(own);
      size.push(0);
    }
    size[group]! += count;
    return group;
  });
  return {
    place,
    scale,
    root: size.map(Math.sqrt),
    /** @param y of each of the replicates. */
    of: (y: readonly number[]) => {
      const means = size.map(() => 0);
      replicates.forEach(({ count }, i) => {
        const group = groupOf[i]!;
        means[group]! += (count * y[i]!) / size[group]!;
      });
      const within = replicates.reduce(
        (sum, { scale: own, count }, i) => sum + count * ((y[i]! - means[groupOf[i]!]!) / own) ** 2,
        0,
      );
      return { means, within };
    },
  };
}

/** Identical readings, and how many there are. */
interface Replicates {
  readonly reading: Reading;
  readonly scale: number;
  readonly count: number;
}

/** Cache of the replicates, shared by all curves of one analysis. */
const replicatesCache = new WeakMap<
  readonly number[],
  { of: readonly Reading[]; replicates: readonly Replicates[] }
>();

/** Groups identical readings, so that each likelihood term is computed once. */
function findReplicates(
  readings: readonly Reading[],
  scales: readonly number[],
): readonly Replicates[] {
  const cached = replicatesCache.get(scales);
  if (cached?.of === readings) return cached.replicates;
  const found = new Map<string, { reading: Reading; scale: number; count: number }>();
  readings.forEach((reading, i) => {
    const { x, y, level, interval, rightCensored } = reading;
    const key = `${x} ${y} ${level} ${interval?.[0]} ${interval?.[1]} ${rightCensored} ${scales[i]}`;
    const one = found.get(key) ?? { reading, scale: scales[i]!, count: 0 };
    found.set(key, one);
    one.count++;
  });
  const replicates = [...found.values()];
  replicatesCache.set(scales, { of: readings, replicates });
  return replicates;
}

/** Inverse of the observed information about the coefficients and the logarithm of the scatter. */
function covarianceOf(
  shape: Curve,
  replicates: readonly Replicates[],
  place: (reading: Reading) => number,
  coefficients: readonly number[],
  sigma: number,
): Float64Array | null {
  const p = coefficients.length;
  const n = replicates.reduce((sum, { count }) => sum + count, 0);
  const negativeLogLikelihood = (at: readonly number[]): number =>
    -replicates.reduce((sum, { reading, scale, count }) => {
      const own = Math.exp(at[p]!) * scale;
      return sum + count * logLikelihoodOf(reading, shape.at(place(reading), at.slice(0, p)), own);
    }, 0);
  const here = [...coefficients, Math.log(sigma)];
  const steps = here.map((value, j) => (j < p ? 1e-4 * (Math.abs(value) + sigma) : 1e-4));
  const information = hessianOf(negativeLogLikelihood, here, steps);
  const covariance = new Float64Array(p * p);
  for (let j = 0; j < p; j++) {
    const column = new Float64Array(p + 1);
    column[j] = 1;
    if (!solveInPlace(information.slice(), column)) return null;
    for (let i = 0; i < p; i++) covariance[i * p + j] = (column[i]! * n) / (n - p);
  }
  for (let j = 0; j < p; j++) if (!(covariance[j * p + j]! > 0)) return null;
  return covariance;
}
