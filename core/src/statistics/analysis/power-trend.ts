import { leastSquares, studentTQuantile } from '../../numerics/index.js';
import type { FittedCurve } from './curves.js';
import type { Reading } from './reading.js';

/**
 * Power law by a straight line through the logarithms of readings and places, as on log–log paper or
 * as the trend line of a spreadsheet. A reading that is only known in part counts as its number.
 * `rSquared`, `residualDeviation` and `logLikelihood` are those of the logarithms, so that `aicc` is
 * left at Infinity: it cannot be compared with that of curves through the readings themselves.
 * @returns null for fewer than three readings, fewer than two places, or where a reading or a place
 *   is not above zero and has no logarithm.
 * Source: Draper & Smith, Applied Regression Analysis, 3rd ed., ch. 13 (transformable models).
 */
export function fitPowerTrend(readings: readonly Reading[]): FittedCurve | null {
  const n = readings.length;
  if (n < 3 || !readings.every(({ x, y }) => x > 0 && y > 0 && Number.isFinite(x * y))) return null;
  const across = readings.map(({ x }) => Math.log(x));
  const up = readings.map(({ y }) => Math.log(y));
  const columns = Float64Array.from(across.flatMap((value) => [1, value]));
  const fit = leastSquares(columns, up, 2);
  if (!fit) return null;
  const [intercept = 0, exponent = 0] = fit.coefficients;
  const degreesOfFreedom = n - 2;
  const variance = fit.residualSumOfSquares / degreesOfFreedom;
  const [c00 = 0, c01 = 0, , c11 = 0] = fit.unscaledCovariance;
  const t = studentTQuantile(0.975, degreesOfFreedom);
  const factor = Math.exp(intercept);
  const standardErrors = [factor * Math.sqrt(variance * c00), Math.sqrt(variance * c11)];
  const mean = up.reduce((sum, value) => sum + value, 0) / n;
  const total = up.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  const at = (x: number): number => factor * x ** exponent;
  /** Half widths in logarithms. */
  const logHalves = (x: number): { line: number; point: number } => {
    const along = Math.log(x);
    const own = variance * (c00 + 2 * along * c01 + along ** 2 * c11);
    return { line: t * Math.sqrt(own), point: t * Math.sqrt(own + variance) };
  };
  return {
    id: 'power-trend',
    n,
    names: ['factor', 'exponent'],
    coefficients: [factor, exponent],
    standardErrors,
    intervals95: standardErrors.map((error) => t * error),
    degreesOfFreedom,
    residualDeviation: Math.sqrt(variance),
    rSquared: total > 0 ? 1 - fit.residualSumOfSquares / total : 1,
    logLikelihood: NaN,
    aicc: Infinity,
    at,
    intervalAt: (x) => {
      const { line, point } = logHalves(x);
      return { line: at(x) * line, point: at(x) * point };
    },
    rangeAt: (x) => {
      const { point } = logHalves(x);
      return { low: at(x) * Math.exp(-point), high: at(x) * Math.exp(point) };
    },
  };
}
