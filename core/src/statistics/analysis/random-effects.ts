import {
  hessianOf,
  goldenSectionSearch,
  leastSquares,
  solveInPlace,
  studentTQuantile,
} from '../../numerics/index.js';

/** A linear model in which every group has a level of its own, by restricted maximum likelihood. */
export interface GroupEffect {
  readonly coefficients: readonly number[];
  readonly standardErrors: readonly number[];
  /** p × p, row major. */
  readonly covariance: Float64Array;
  /** Satterthwaite's, of each coefficient. */
  readonly degreesOfFreedom: readonly number[];
  /** Half widths of 95 % intervals of the coefficients. */
  readonly intervals95: readonly number[];
  /** Standard deviation between groups, and of readings within one. */
  readonly betweenGroupSd: number;
  readonly withinGroupSd: number;
}

/** Ratio of the variances, between and within: searched up to here. */
const MOST_RATIO = 1e4;

/**
 * Fits y = Xβ + level of the group + scatter.
 * @param columns design matrix, n × p row major; groups by number, at least two.
 * @returns null where there are too few readings or groups, or the columns depend on each other.
 * Sources: restricted maximum likelihood, Patterson & Thompson, Biometrika 58, 545 (1971); degrees
 * of freedom, Satterthwaite, Biometrics Bulletin 2, 110 (1946). Checked against the dyestuff data of
 * Davies & Goldsmith.
 */
export function fitMixedModel(
  columns: Float64Array,
  y: readonly number[],
  p: number,
  groups: readonly number[],
): GroupEffect | null {
  const n = y.length;
  const cells = cellsOf(columns, y, p, groups);
  if (cells.groups.size < 2 || n - p < 2 || n <= cells.groups.size) return null;

  /** With V = 1 + ratio · 11ᵀ in each group, what makes it the identity: less a share of the mean. */
  const whitened = (ratio: number) => {
    const x = Float64Array.from(cells.columns);
    const z = Float64Array.from(cells.y);
    let logDeterminant = 0;
    for (const own of cells.groups.values()) {
      const size = own.reduce((sum, c) => sum + cells.root[c]! ** 2, 0);
      logDeterminant += Math.log1p(ratio * size);
      const share = 1 - 1 / Math.sqrt(1 + ratio * size);
      const less = (list: Float64Array, width: number, j: number): void => {
        const mean = own.reduce((sum, c) => sum + cells.root[c]! * list[c * width + j]!, 0) / size;
        for (const c of own) list[c * width + j]! -= share * mean * cells.root[c]!;
      };
      less(z, 1, 0);
      for (let j = 0; j < p; j++) less(x, p, j);
    }
    const fit = leastSquares(x, z, p);
    if (!fit) return null;
    const residualSumOfSquares = fit.residualSumOfSquares + cells.within;
    return { fit: { ...fit, residualSumOfSquares }, logDeterminant };
  };
  /** Logarithm of the determinant of (XᵀV⁻¹X)⁻¹. */
  const lost = (ratio: number): number => {
    const at = whitened(ratio);
    if (!at) return Infinity;
    const { fit, logDeterminant } = at;
    return (
      (n - p) * Math.log(fit.residualSumOfSquares) +
      logDeterminant -
      logDeterminantOf(fit.unscaledCovariance, p)
    );
  };
  if (!whitened(0)) return null;
  const best = goldenSectionSearch((root) => lost(root ** 2), 0, Math.sqrt(MOST_RATIO), 1e-9);
  const ratio = lost(0) <= lost(best ** 2) ? 0 : best ** 2;
  const { fit } = whitened(ratio)!;
  const within = fit.residualSumOfSquares / (n - p);
  const between = ratio * within;
  if (!(within > 0)) return null;
  const variances = Array.from(
    { length: p },
    (_, j) => within * fit.unscaledCovariance[j * p + j]!,
  );
  const freedom =
    ratio === 0
      ? variances.map(() => n - p)
      : satterthwaite(whitened, { n, p, within, between, variances });
  return {
    coefficients: [...fit.coefficients],
    standardErrors: variances.map(Math.sqrt),
    covariance: fit.unscaledCovariance.map((value) => within * value),
    degreesOfFreedom: freedom,
    intervals95: variances.map((v, j) => studentTQuantile(0.975, freedom[j]!) * Math.sqrt(v)),
    betweenGroupSd: Math.sqrt(between),
    withinGroupSd: Math.sqrt(within),
  };
}

/** Readings of one group in the same row of the design, as one: their mean, by the root of their number. */
interface Cells {
  readonly columns: Float64Array;
  readonly y: Float64Array;
  readonly root: Float64Array;
  /** Cells of each group. */
  readonly groups: ReadonlyMap<number, readonly number[]>;
  /** Sum of squares about the means of the cells: no model reaches it. */
  readonly within: number;
}

/**
 * A turn of the axes within each cell: the first carries the mean, all others carry nothing but
 * scatter. Tens of thousands of readings become some dozens of rows, and nothing is lost.
 */
function cellsOf(
  columns: Float64Array,
  y: readonly number[],
  p: number,
  groups: readonly number[],
): Cells {
  const members = new Map<string, number[]>();
  y.forEach((_, i) => {
    const key = `${groups[i]!} ${columns.subarray(i * p, (i + 1) * p).join(' ')}`;
    const own = members.get(key);
    if (own) own.push(i);
    else members.set(key, [i]);
  });
  const count = Math.max(members.size, p);
  const cells = {
    columns: new Float64Array(count * p),
    y: new Float64Array(count),
    root: new Float64Array(count),
    groups: new Map<number, number[]>(),
    within: 0,
  };
  [...members.values()].forEach((own, c) => {
    const root = Math.sqrt(own.length);
    const mean = own.reduce((sum, i) => sum + y[i]!, 0) / own.length;
    for (const i of own) cells.within += (y[i]! - mean) ** 2;
    cells.root[c] = root;
    cells.y[c] = root * mean;
    for (let j = 0; j < p; j++) cells.columns[c * p + j] = root * columns[own[0]! * p + j]!;
    const group = groups[own[0]!]!;
    cells.groups.set(group, [...(cells.groups.get(group) ?? []), c]);
  });
  return cells;
}

type Whitened = (ratio: number) => {
  fit: NonNullable<ReturnType<typeof leastSquares>>;
  logDeterminant: number;
} | null;

/** 2 v² over the variance of v, by the observed information about both variances. */
function satterthwaite(
  whitened: Whitened,
  {
    n,
    p,
    within,
    between,
    variances,
  }: { n: number; p: number; within: number; between: number; variances: readonly number[] },
): number[] {
  const lost = ([w, b]: readonly number[]): number => {
    const { fit, logDeterminant } = whitened(b! / w!)!;
    return (
      0.5 *
      ((n - p) * Math.log(w!) +
        fit.residualSumOfSquares / w! +
        logDeterminant -
        logDeterminantOf(fit.unscaledCovariance, p))
    );
  };
  const here = [within, between];
  const steps = here.map((v) => 1e-3 * v);
  const information = hessianOf(lost, here, steps);
  const varianceOf = ([w, b]: readonly number[], j: number): number =>
    w! * whitened(b! / w!)!.fit.unscaledCovariance[j * p + j]!;
  return variances.map((variance, j) => {
    const slope = here.map((_, k) => {
      const near = (by: number): number[] => here.map((v, i) => (i === k ? v + by : v));
      return (varianceOf(near(steps[k]!), j) - varianceOf(near(-steps[k]!), j)) / (2 * steps[k]!);
    });
    const solved = Float64Array.from(slope);
    if (!solveInPlace(information.slice(), solved)) return n - p;
    const spread = slope[0]! * solved[0]! + slope[1]! * solved[1]!;
    const freedom = (2 * variance ** 2) / spread;
    return spread > 0 && Number.isFinite(freedom) ? Math.min(freedom, n - p) : n - p;
  });
}

/** Of a positive definite matrix, by Cholesky's factors. */
function logDeterminantOf(matrix: Float64Array, p: number): number {
  const l = new Float64Array(p * p);
  let sum = 0;
  for (let i = 0; i < p; i++) {
    for (let j = 0; j <= i; j++) {
      let value = matrix[i * p + j]!;
      for (let k = 0; k < j; k++) value -= l[i * p + k]! * l[j * p + k]!;
      if (i === j) {
        sum += Math.log(value);
        l[i * p + i] = Math.sqrt(value);
      } else l[i * p + j] = value / l[j * p + j]!;
    }
  }
  return sum;
}
