import { describe, expect, it } from 'vitest';
import { normalFrom, seededRandom } from '../../numerics/index.js';
import { anova, fitMixedModel } from './index.js';

/**
 * Yield of dyestuff from five preparations of each of six batches, grams.
 * Source: Davies & Goldsmith, Statistical Methods in Research and Production, 4th ed. (1972), table 6.4.
 */
const DYESTUFF = [
  [1545, 1440, 1440, 1520, 1580],
  [1540, 1555, 1490, 1560, 1495],
  [1595, 1550, 1605, 1510, 1560],
  [1445, 1440, 1595, 1465, 1545],
  [1595, 1630, 1515, 1635, 1625],
  [1520, 1455, 1450, 1480, 1445],
];
const ones = (n: number): Float64Array => new Float64Array(n).fill(1);
const numbers = (groups: readonly (readonly unknown[])[]): number[] =>
  groups.flatMap((group, i) => group.map(() => i));

describe('groups with a level of their own', () => {
  const fit = fitMixedModel(ones(30), DYESTUFF.flat(), 1, numbers(DYESTUFF))!;

  // Source: Bates, Mächler, Bolker & Walker, J. Stat. Softw. 67(1) and the help page of lme4's
  // Dyestuff: restricted maximum likelihood 1527.50 ± 19.38, deviations 42.00 and 49.51.
  it('have the published estimates for the dyestuff', () => {
    expect(fit.coefficients[0]).toBeCloseTo(1527.5, 9);
    expect(fit.standardErrors[0]).toBeCloseTo(19.38, 2);
    expect(fit.betweenGroupSd).toBeCloseTo(42.0, 2);
    expect(fit.withinGroupSd).toBeCloseTo(49.51, 2);
  });

  it('have what the analysis of variance gives where all groups read as often', () => {
    const { between, within } = anova(DYESTUFF)!;
    expect(fit.withinGroupSd ** 2).toBeCloseTo(within.meanSquare, 3);
    const variance = (between.meanSquare - within.meanSquare) / 5;
    expect(Math.abs(fit.betweenGroupSd ** 2 / variance - 1)).toBeLessThan(1e-6);
    // A mean of six batches knows as much as six readings do.
    expect(fit.degreesOfFreedom[0]).toBeCloseTo(5, 2);
  });

  it('are nothing where they differ no more than readings do', () => {
    const alike = [
      [1, 2, 3],
      [3, 2, 1],
      [2, 1, 3],
    ];
    const same = fitMixedModel(ones(9), alike.flat(), 1, numbers(alike))!;
    expect(same.betweenGroupSd).toBe(0);
    expect(same.degreesOfFreedom[0]).toBe(8);
    expect(same.standardErrors[0]).toBeCloseTo(Math.sqrt(0.75 / 9), 10);
  });

  it('leave a slope that all groups have tried alone, but know it better', () => {
    // Three groups, each at 1, 2, 3: y = 2 x + level of the group, with scatter ±0.1 that is orthogonal to x.
    const rows = [0, 10, 20].flatMap((level, g) =>
      [1, 2, 3].map((x) => ({ g, x, y: 2 * x + level + (x === 2 ? -0.2 : 0.1) * (g - 1) })),
    );
    const columns = Float64Array.from(rows.flatMap(({ x }) => [1, x]));
    const line = fitMixedModel(
      columns,
      rows.map(({ y }) => y),
      2,
      rows.map(({ g }) => g),
    )!;
    expect(line.coefficients[1]).toBeCloseTo(2, 9);
    expect(line.standardErrors[1]).toBeLessThan(0.1);
    expect(line.standardErrors[0]).toBeGreaterThan(5);
    // Nine readings less three groups and the slope.
    expect(line.degreesOfFreedom[1]).toBeCloseTo(5, 1);
    expect(line.degreesOfFreedom[0]).toBeCloseTo(2, 1);
  });

  it('need two groups and something left over', () => {
    expect(fitMixedModel(ones(4), [1, 2, 3, 4], 1, [0, 0, 0, 0])).toBeNull();
    expect(fitMixedModel(ones(2), [1, 2], 1, [0, 1])).toBeNull();
  });

  // 1500 classes leave a standard error of 0.56 %.
  it('make intervals that hold the truth 95 times in a hundred, where plain ones do not', () => {
    const random = seededRandom(31);
    let [held, plain] = [0, 0];
    const classes = 1500;
    for (let c = 0; c < classes; c++) {
      const groups = Array.from({ length: 5 }, () => {
        const own = 2 * normalFrom(random);
        return Array.from({ length: 4 }, () => 10 + own + normalFrom(random));
      });
      const y = groups.flat();
      const one = fitMixedModel(ones(20), y, 1, numbers(groups))!;
      if (Math.abs(one.coefficients[0]! - 10) < one.intervals95[0]!) held++;
      const mean = y.reduce((sum, v) => sum + v, 0) / 20;
      const deviation = Math.sqrt(y.reduce((sum, v) => sum + (v - mean) ** 2, 0) / 19);
      if (Math.abs(mean - 10) < (2.093 * deviation) / Math.sqrt(20)) plain++;
    }
    expect(held / classes).toBeGreaterThan(0.93);
    expect(held / classes).toBeLessThan(0.97);
    expect(plain / classes).toBeLessThan(0.8);
  });
});
