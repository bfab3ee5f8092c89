import jstat from 'jstat';
import { describe, expect, it } from 'vitest';
import { SIMON_LESAGE, simonLesage } from '../../../reference/nist-strd.js';
import { anova, kruskalWallis, trendTest, welch } from './index.js';

/** Extra hours of sleep with two drugs. Source: Student, Biometrika 6, 1 (1908), as R ships it. */
const SLEEP = [
  [0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0, 2],
  [1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4],
] as const;

/** Half-lives of dust in the nose. Source: Hollander & Wolfe (1973), p. 116. */
const DUST = [
  [2.9, 3.0, 2.5, 2.6, 3.2],
  [3.8, 2.7, 4.0, 2.4],
  [2.8, 3.4, 3.7, 2.2, 2.0],
];

describe('analysis of variance', () => {
  it.each(SIMON_LESAGE)(
    'has NIST’s certified values for nine treatments of $perTreatment',
    ({ perTreatment, between, within, f, rSquared }) => {
      const found = anova(simonLesage(perTreatment))!;
      expect(Math.abs(found.between.sumOfSquares / between - 1)).toBeLessThan(1e-10);
      expect(Math.abs(found.within.sumOfSquares / within - 1)).toBeLessThan(1e-10);
      expect(Math.abs(found.f / f - 1)).toBeLessThan(1e-10);
      expect(Math.abs(found.rSquared / rSquared - 1)).toBeLessThan(1e-10);
      expect(found.between.degreesOfFreedom).toBe(8);
      expect(found.within.degreesOfFreedom).toBe(9 * (perTreatment - 1));
    },
  );

  it('agrees with another library about F and its chance', () => {
    const found = anova(DUST)!;
    expect(found.f).toBeCloseTo(jstat.anovafscore(...DUST), 10);
    expect(found.p).toBeCloseTo(jstat.anovaftest(...DUST), 8);
  });

  it('says nothing of one level, or of single readings', () => {
    expect(anova([[1, 2, 3], []])).toBeNull();
    expect(anova([[1], [2], [3]])).toBeNull();
    expect(
      anova([
        [2, 2],
        [3, 3],
      ]),
    ).toMatchObject({ f: NaN, p: NaN });
  });
});

describe('Welch’s test', () => {
  // Source: R's help page of t.test, example "sleep": t = -1.8608, df = 17.776, p = 0.07939,
  // interval -3.3654832 to 0.2054832.
  it('finds what is published for the sleep data', () => {
    const found = welch(...SLEEP)!;
    expect(found.t).toBeCloseTo(1.8608, 4);
    expect(found.degreesOfFreedom).toBeCloseTo(17.776, 3);
    expect(found.p).toBeCloseTo(0.07939, 5);
    expect(found.difference - found.interval95).toBeCloseTo(-0.2054832, 6);
    expect(found.difference + found.interval95).toBeCloseTo(3.3654832, 6);
  });

  it('needs two readings of either, and some scatter', () => {
    expect(welch([1], [2, 3])).toBeNull();
    expect(welch([1, 1], [2, 2])).toBeNull();
  });
});

describe('tests by ranks', () => {
  // Source: R's help page of kruskal.test, from Hollander & Wolfe: 0.77143, 2 degrees, p = 0.68.
  it('find what is published for several levels', () => {
    const { statistic, p } = kruskalWallis(DUST)!;
    expect(statistic).toBeCloseTo(0.77143, 5);
    expect(p).toBeCloseTo(0.68, 2);
  });

  it('correct for ties, and say nothing where all are tied', () => {
    // Two levels 1 1 2 and 2 3 3: ranks 1.5 1.5 3.5, 3.5 5.5 5.5; H = 3.1905/(1 − 18/210), by hand.
    const { statistic } = kruskalWallis([
      [1, 1, 2],
      [2, 3, 3],
    ])!;
    const h = (12 / 42) * (6.5 ** 2 / 3 + 14.5 ** 2 / 3) - 21;
    expect(statistic).toBeCloseTo(h / (1 - 18 / 210), 10);
    expect(kruskalWallis([[2, 2], [2]])).toBeNull();
  });

  // All 1680 ways of putting nine different readings into three levels of three.
  it('have the mean and the variance of all orders, with ties too', () => {
    for (const values of [
      [1, 2, 3, 4, 5, 6, 7, 8, 9],
      [1, 1, 2, 2, 2, 3, 4, 4, 4],
    ]) {
      const zs = allWays(values).map((levels) => trendTest(levels)!.statistic);
      const mean = zs.reduce((sum, z) => sum + z, 0) / zs.length;
      const variance = zs.reduce((sum, z) => sum + (z - mean) ** 2, 0) / zs.length;
      expect(zs).toHaveLength(1680);
      expect(mean).toBeCloseTo(0, 9);
      expect(variance).toBeCloseTo(1, 9);
    }
  });

  it('are positive where readings rise, and turn round with the order', () => {
    const rising = [
      [1, 2, 2],
      [3, 4],
      [5, 5, 6],
    ];
    const up = trendTest(rising)!;
    expect(up.statistic).toBeGreaterThan(2);
    expect(up.p).toBeLessThan(0.05);
    expect(trendTest([...rising].reverse())!.statistic).toBeCloseTo(-up.statistic, 12);
    expect(trendTest([[1, 1], [1]])).toBeNull();
  });
});

/** Every way of putting nine values, each told apart, into three levels of three. */
function allWays(values: readonly number[]): number[][][] {
  const ways: number[][][] = [];
  const put = (i: number, levels: readonly (readonly number[])[]): void => {
    if (i === values.length) {
      ways.push(levels.map((level) => [...level]));
      return;
    }
    levels.forEach((level, k) => {
      if (level.length < 3) {
        put(
          i + 1,
          levels.map((other, j) => (j === k ? [...other, values[i]!] : other)),
        );
      }
    });
  };
  put(0, [[], [], []]);
  return ways;
}
