import { describe, expect, it } from 'vitest';
import { CHWIRUT2, MISRA1A } from '../../reference/nist-strd.js';
import { hessianOf, goldenSectionSearch, leastSquaresCurve } from './index.js';

const SETS = [
  {
    name: 'Misra1a',
    set: MISRA1A,
    curve: (x: number, [a = 0, b = 0]: readonly number[]) => a * (1 - Math.exp(-b * x)),
  },
  {
    name: 'Chwirut2',
    set: CHWIRUT2,
    curve: (x: number, [a = 0, b = 0, c = 0]: readonly number[]) => Math.exp(-a * x) / (b + c * x),
  },
];

describe('a curve through points', () => {
  it.each(SETS)('has NIST’s certified values for $name from both starts', ({ set, curve }) => {
    for (const start of set.starts) {
      const fit = leastSquaresCurve(curve, set.x, set.y, start)!;
      const p = start.length;
      const variance = fit.residualSumOfSquares / (set.x.length - p);
      expect(Math.abs(fit.residualSumOfSquares / set.residualSumOfSquares - 1)).toBeLessThan(1e-10);
      set.coefficients.forEach((certified, j) => {
        expect(Math.abs(fit.coefficients[j]! / certified - 1)).toBeLessThan(1e-8);
        const error = Math.sqrt(variance * fit.unscaledCovariance[j * p + j]!);
        expect(Math.abs(error / set.errors[j]! - 1)).toBeLessThan(1e-8);
      });
    }
  });

  it('is none where its best coefficients lie at infinity', () => {
    const levelsOff = (x: number, [a = 0, b = 0]: readonly number[]) => (a * x) / (b + x);
    expect(leastSquaresCurve(levelsOff, [1, 2, 3, 4], [2, 4, 6, 8], [8, 3])).toBeNull();
  });

  it('is none where the points do not tell its coefficients apart', () => {
    const same = (x: number, [a = 0, b = 0]: readonly number[]) => (a + b) * x;
    expect(leastSquaresCurve(same, [1, 2, 3], [1, 2, 3], [1, 1])).toBeNull();
    expect(leastSquaresCurve(same, [1], [1], [1, 1])).toBeNull();
  });
});

describe('the least value', () => {
  it('is found between two ends, also at one of them', () => {
    expect(goldenSectionSearch((x) => (x - 0.3) ** 2, 0, 10, 1e-10)).toBeCloseTo(0.3, 7);
    expect(goldenSectionSearch((x) => x, 0, 10, 1e-10)).toBeCloseTo(0, 9);
  });

  it('has the second derivatives that it has', () => {
    const f = ([x = 0, y = 0]: readonly number[]) => 3 * x * x + 2 * x * y + y * y * y;
    const h = hessianOf(f, [1, 2], [1e-3, 1e-3]);
    [6, 2, 2, 12].forEach((second, i) => expect(h[i]).toBeCloseTo(second, 6));
  });
});
