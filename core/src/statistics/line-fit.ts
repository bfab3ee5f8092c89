import { CoreError } from '../errors.js';
import { leastSquares, studentTQuantile } from '../numerics/index.js';

/** A straight line y = intercept + slope · x through points. */
export interface LineFit {
  readonly n: number;
  readonly slope: number;
  readonly intercept: number;
  readonly slopeError: number;
  readonly interceptError: number;
  /** Standard deviation of the residuals, n − 2 degrees of freedom. */
  readonly residualDeviation: number;
  readonly rSquared: number;
  readonly degreesOfFreedom: number;
  /** Half width of the 95 % confidence interval of the slope. */
  readonly slopeInterval95: number;
  /** Half widths at x of the 95 % intervals of the line and of a further point. */
  intervalAt(x: number): { line: number; point: number };
}

/**
 * Ordinary least-squares line.
 * @param x,y equal lengths, at least three points at two or more different x.
 * @throws CoreError TOO_FEW_POINTS.
 * Source: Draper & Smith, Applied Regression Analysis, ch. 1. Checked against NIST StRD Norris.
 */
export function fitLine(x: readonly number[], y: readonly number[]): LineFit {
  const n = x.length;
  const centre = x.reduce((sum, value) => sum + value, 0) / n;
  const design = x.flatMap((value) => [1, value - centre]);
  const fit = n >= 3 ? leastSquares(design, y, 2) : null;
  if (!fit) {
    throw new CoreError(
      'TOO_FEW_POINTS',
      'A line needs three or more points at two different levels.',
      {
        points: n,
      },
    );
  }
  const [height, slope] = fit.coefficients as unknown as [number, number];
  const degreesOfFreedom = n - 2;
  const variance = fit.residualSumOfSquares / degreesOfFreedom;
  const mean = y.reduce((sum, value) => sum + value, 0) / n;
  const total = y.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  const heightVariance = variance * fit.unscaledCovariance[0]!;
  const slopeVariance = variance * fit.unscaledCovariance[3]!;
  const t = studentTQuantile(0.975, degreesOfFreedom);
  return {
    n,
    slope,
    intercept: height - slope * centre,
    slopeError: Math.sqrt(slopeVariance),
    interceptError: Math.sqrt(heightVariance + centre * centre * slopeVariance),
    residualDeviation: Math.sqrt(variance),
    rSquared: total > 0 ? 1 - fit.residualSumOfSquares / total : 1,
    degreesOfFreedom,
    slopeInterval95: t * Math.sqrt(slopeVariance),
    intervalAt(at) {
      const line = heightVariance + (at - centre) ** 2 * slopeVariance;
      return { line: t * Math.sqrt(line), point: t * Math.sqrt(line + variance) };
    },
  };
}
