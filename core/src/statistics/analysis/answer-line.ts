import { studentTQuantile } from '../../numerics/index.js';
import type { FittedCurve } from './curves.js';
import type { GroupEffect } from './random-effects.js';
import { isUncensored, type Reading } from './reading.js';

/** Whether a straight line was fitted with a level of its own for each group, and they differ. */
export const groupsDiffer = (fit: GroupEffect | null): fit is GroupEffect =>
  fit !== null && fit.betweenGroupSd > 0;

/**
 * The straight line that everything is said of: where groups differ, the one of the model with groups,
 * as trials of one group are not independent; else least squares.
 * @param plain by least squares, weighted where large readings scatter more.
 * A further reading is one of a group that was not there before.
 */
export function answerLine(
  plain: FittedCurve | null,
  withGroups: GroupEffect | null,
  readings: readonly Reading[],
): FittedCurve | null {
  if (!plain || !groupsDiffer(withGroups)) return plain;
  const { coefficients, covariance, degreesOfFreedom, betweenGroupSd, withinGroupSd } = withGroups;
  const [intercept = 0, slope = 0] = coefficients;
  const [c00 = 0, c01 = 0, , c11 = 0] = covariance;
  const [, freedom = 1] = degreesOfFreedom;
  const t = studentTQuantile(0.975, freedom);
  const at = (x: number): number => intercept + slope * x;
  const exact = readings.filter(isUncensored);
  const mean = exact.reduce((sum, { y }) => sum + y, 0) / exact.length;
  const left = exact.reduce((sum, { x, y }) => sum + (y - at(x)) ** 2, 0);
  const total = exact.reduce((sum, { y }) => sum + (y - mean) ** 2, 0);
  const intervalAt = (x: number): { line: number; point: number } => {
    const variance = c00 + 2 * x * c01 + x ** 2 * c11;
    return {
      line: t * Math.sqrt(variance),
      point: t * Math.sqrt(variance + betweenGroupSd ** 2 + withinGroupSd ** 2),
    };
  };
  return {
    id: 'line',
    n: exact.length,
    names: plain.names,
    coefficients,
    standardErrors: withGroups.standardErrors,
    intervals95: withGroups.intervals95,
    degreesOfFreedom: freedom,
    residualDeviation: withinGroupSd,
    rSquared: exact.length === readings.length && total > 0 ? 1 - left / total : NaN,
    logLikelihood: NaN,
    aicc: Infinity,
    at,
    intervalAt,
    rangeAt: (x) => {
      const { point } = intervalAt(x);
      return { low: at(x) - point, high: at(x) + point };
    },
  };
}
