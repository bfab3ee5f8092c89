import { describe, expect, it } from 'vitest';
import { LONGLEY, NORRIS } from '../../reference/nist-strd.js';
import { leastSquares } from '../numerics/index.js';
import { fitLine, summarise } from './index.js';

describe('the straight line', () => {
  const fit = fitLine(NORRIS.x, NORRIS.y);

  it.each([
    'slope',
    'intercept',
    'slopeError',
    'interceptError',
    'residualDeviation',
    'rSquared',
  ] as const)('has NIST’s certified %s for Norris', (key) => {
    expect(Math.abs(fit[key] / NORRIS[key] - 1)).toBeLessThan(1e-9);
  });

  it('passes through the centre of the data', () => {
    const mean = (values: readonly number[]): number =>
      values.reduce((sum, v) => sum + v, 0) / values.length;
    expect(fit.intercept + fit.slope * mean(NORRIS.x)).toBeCloseTo(mean(NORRIS.y), 9);
  });

  // Source: Student's t at 0.975 and 34 degrees of freedom, 2.0322 (any table); NIST's Norris has 36 points.
  it('has intervals of 95 %: 2.0322 standard errors for 36 points', () => {
    expect(fit.degreesOfFreedom).toBe(34);
    expect(fit.slopeInterval95 / fit.slopeError).toBeCloseTo(2.0322, 4);
    const atZero = fit.intervalAt(0);
    expect(atZero.line / fit.interceptError).toBeCloseTo(2.0322, 4);
    expect(atZero.point ** 2 - atZero.line ** 2).toBeCloseTo(
      (2.032245 * fit.residualDeviation) ** 2,
      4,
    );
  });

  // At the centre only the height of the line is uncertain: s/√n.
  it('is as sure at the centre as the mean of all points', () => {
    const centre = NORRIS.x.reduce((sum, x) => sum + x, 0) / NORRIS.x.length;
    expect(fit.intervalAt(centre).line).toBeCloseTo(
      (2.032245 * fit.residualDeviation) / Math.sqrt(36),
      5,
    );
    expect(fit.intervalAt(2 * centre).line).toBeCloseTo(fit.intervalAt(0).line, 9);
  });

  it('is fitted through three points and not through fewer', () => {
    const three = fitLine([1, 2, 3], [2, 4, 6]);
    expect(three.slope).toBeCloseTo(2, 12);
    expect(three.rSquared).toBe(1);
    expect(fitLine([1, 2, 3], [5, 5, 5]).rSquared).toBe(1);
  });

  it('is surest at the centre, and surer of itself than of a further point', () => {
    const middle = fit.intervalAt(430);
    const end = fit.intervalAt(1000);
    expect(middle.line).toBeLessThan(end.line);
    expect(middle.point).toBeGreaterThan(middle.line);
  });

  it.each([
    [
      [1, 2],
      [3, 4],
    ],
    [
      [5, 5, 5],
      [1, 2, 3],
    ],
  ])('refuses points that define no line: %j', (x, y) => {
    expect(() => fitLine(x, y)).toThrow(expect.objectContaining({ code: 'TOO_FEW_POINTS' }));
  });
});

describe('least squares on badly conditioned data', () => {
  const p = 7;
  const fit = leastSquares(
    LONGLEY.x.flatMap((row) => [1, ...row]),
    LONGLEY.y,
    p,
  )!;
  const variance = fit.residualSumOfSquares / (LONGLEY.y.length - p);

  it('has NIST’s certified coefficients for Longley', () => {
    LONGLEY.coefficients.forEach((certified, i) =>
      expect(Math.abs(fit.coefficients[i]! / certified - 1)).toBeLessThan(1e-8),
    );
  });

  it('has NIST’s certified errors for Longley', () => {
    LONGLEY.errors.forEach((certified, i) =>
      expect(
        Math.abs(Math.sqrt(variance * fit.unscaledCovariance[i * p + i]!) / certified - 1),
      ).toBeLessThan(1e-7),
    );
    expect(Math.sqrt(variance)).toBeCloseTo(LONGLEY.residualDeviation, 6);
  });
});

describe('repeated readings', () => {
  // Worked by hand: 4, 6, 8: mean 6, deviation 2, error 2/√3, t(0.975, 2) = 4.3027.
  it('are summed up with mean, deviation and interval', () => {
    const s = summarise([4, 6, 8])!;
    expect(s.mean).toBe(6);
    expect(s.deviation).toBeCloseTo(2, 12);
    expect(s.standardError).toBeCloseTo(2 / Math.sqrt(3), 12);
    expect(s).toMatchObject({ n: 3, least: 4, greatest: 8 });
    expect(s.interval95).toBeCloseTo((4.302653 * 2) / Math.sqrt(3), 4);
  });

  it('have no spread when there is one, and no summary when there is none', () => {
    expect(summarise([5])).toMatchObject({ n: 1, deviation: NaN, interval95: NaN });
    // Two: t(0.975, 1) = 12.706.
    expect(summarise([4, 6])!.interval95).toBeCloseTo(12.7062, 3);
    expect(summarise([])).toBeNull();
  });
});
