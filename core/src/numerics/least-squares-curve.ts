import { leastSquares } from './least-squares.js';

/** A curve through points, by least squares. */
export interface CurveFit {
  readonly coefficients: readonly number[];
  /** (JᵀJ)⁻¹ at the minimum, p × p row major: times the residual variance it is the covariance. */
  readonly unscaledCovariance: Float64Array;
  readonly residualSumOfSquares: number;
}

/** Relative step of a central difference: where rounding and curvature cost the same. */
const STEP = 6e-6;
const MOST_STEPS = 200;
/**
 * A minimum is one where a whole step more would take away less than this share of the sum of squares
 * (Bates and Watts' relative offset of a thousandth, squared), or no more than rounding.
 */
const OFFSET = 1e-6;
const ROUNDING = 1e-24;

/**
 * Nonlinear least squares by Levenberg and Marquardt's method.
 * @param curve y at x with these coefficients; NaN where they mean nothing.
 * @param start where to begin, length p.
 * @returns null where no minimum is found in 200 steps, as where the best coefficients lie at
 *   infinity, or where the points do not tell the coefficients apart.
 * Source: Nocedal & Wright, Numerical Optimization, ch. 10; checked against NIST StRD Misra1a and
 * Chwirut2.
 */
export function leastSquaresCurve(
  curve: (x: number, coefficients: readonly number[]) => number,
  x: readonly number[],
  y: readonly number[],
  start: readonly number[],
): CurveFit | null {
  const [n, p] = [x.length, start.length];
  if (n < p) return null;
  const residuals = (b: readonly number[]): number[] => x.map((at, i) => y[i]! - curve(at, b));
  const sumOf = (r: readonly number[]): number => r.reduce((sum, d) => sum + d * d, 0);
  const slopes = (b: readonly number[]): Float64Array => {
    const jacobian = new Float64Array(n * p);
    b.forEach((value, j) => {
      const h = STEP * (Math.abs(value) || 1);
      const near = (by: number): number[] => b.map((other, k) => (k === j ? other + by : other));
      const [up, down] = [near(h), near(-h)];
      x.forEach((at, i) => {
        jacobian[i * p + j] = (curve(at, up) - curve(at, down)) / (2 * h);
      });
    });
    return jacobian;
  };
  let b = [...start];
  let r = residuals(b);
  let least = sumOf(r);
  let damping = 1e-3;
  for (let step = 0; step < MOST_STEPS; step++) {
    const jacobian = slopes(b);
    const next = damped(jacobian, r, p, damping);
    if (!next) return null;
    const tried = b.map((value, j) => value + next[j]!);
    const wanted = residuals(tried);
    const sum = sumOf(wanted);
    if (!(sum <= least)) {
      damping *= 8;
      if (damping > 1e14) break;
      continue;
    }
    const moved = b.map((value, j) => Math.abs(next[j]!) / (Math.abs(value) + 1e-30));
    [b, r, least] = [tried, wanted, sum];
    damping = Math.max(damping / 8, 1e-15);
    if (Math.max(...moved) < 1e-12) break;
  }
  if (!Number.isFinite(least)) return null;
  const last = leastSquares(slopes(b), r, p);
  if (!last) return null;
  const whole = y.reduce((sum, value) => sum + value * value, 0);
  if (least - last.residualSumOfSquares > OFFSET * least + ROUNDING * whole) return null;
  // One step more without damping: the last digits.
  const better = b.map((value, j) => value + last.coefficients[j]!);
  const sum = sumOf(residuals(better));
  if (sum <= least * (1 + 1e-12)) [b, least] = [better, sum];
  return {
    coefficients: b,
    unscaledCovariance: last.unscaledCovariance,
    residualSumOfSquares: least,
  };
}

/** The step of a damped problem, each coefficient damped in proportion to its own size. */
function damped(
  jacobian: Float64Array,
  residuals: readonly number[],
  p: number,
  damping: number,
): Float64Array | null {
  const n = residuals.length;
  const stacked = new Float64Array((n + p) * p);
  stacked.set(jacobian);
  for (let j = 0; j < p; j++) {
    let norm = 0;
    for (let i = 0; i < n; i++) norm += jacobian[i * p + j]! ** 2;
    stacked[(n + j) * p + j] = Math.sqrt(damping * norm);
  }
  const right = Float64Array.from([...residuals, ...new Array<number>(p).fill(0)]);
  return leastSquares(stacked, right, p)?.coefficients ?? null;
}
