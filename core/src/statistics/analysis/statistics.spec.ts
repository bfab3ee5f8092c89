import { describe, expect, it } from 'vitest';
import { LONGLEY } from '../../../reference/nist-strd.js';
import { leastSquares } from '../../numerics/index.js';
import { summarise } from './index.js';

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
