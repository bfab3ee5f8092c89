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
    expect(s.interval95).toBeCloseTo((4.302653 * 2) / Math.sqrt(3), 4);
  });

  it('have no spread when there is one, and no summary when there is none', () => {
    expect(summarise([5])!.deviation).toBeNaN();
    expect(summarise([])).toBeNull();
  });
});
