import { describe, expect, it } from 'vitest';
import { startSubject } from '../../experiments/index.js';
import { normalCdf } from '../../numerics/index.js';
import { powerAnalysis, type Case, type LessonPlan } from './index.js';

// Cases with forecasts by hand and no factor of the class, so that everything has a closed form.
const scatter = 0.3;
const caseOf = (level: number, value: number, more: Partial<Case> = {}): Case => ({
  levelId: `${level}`,
  seriesId: null,
  level,
  series: null,
  subject: null,
  trialled: null,
  fault: null,
  forecast: { value, spread: { classFactor: 1, scatter } },
  expected: value,
  band: null,
  stops: [],
  cautions: [],
  ...more,
});
const casesOf = (values: readonly number[]): Case[] =>
  values.map((value, i) => caseOf(10 * (i + 1), value));
const planOf = (change: Partial<LessonPlan> = {}): LessonPlan => ({
  base: startSubject('straight-magnet'),
  factor: 'turns',
  levels: [],
  series: null,
  measure: 'objects-one-end',
  conditions: {},
  hold: 'nothing',
  ...change,
});
const effort = { repeats: 1, groups: 4, traySize: 60 };
const yesNo = planOf({ measure: 'load-yes-no', conditions: { load: 10 } });
const holds = (value: number): number => normalCdf(Math.log(value / 10) / scatter);

/** P(sum of n at p < sum of n at q), both binomial. */
function binomialInOrder(p: number, q: number, n: number): number {
  const choose = (k: number): number =>
    Array.from({ length: k }, (_, i) => (n - i) / (i + 1)).reduce((a, b) => a * b, 1);
  const law = (share: number): number[] =>
    Array.from({ length: n + 1 }, (_, k) => choose(k) * share ** k * (1 - share) ** (n - k));
  const [a, b] = [law(p), law(q)];
  return a.reduce((sum, pa, i) => sum + pa * b.slice(i + 1).reduce((rest, pb) => rest + pb, 0), 0);
}

describe('whether neighbours come out in order', () => {
  it.each([1, 2, 3, 6])('is binomial where a load is held or not, tried %i times', (repeats) => {
    const cases = casesOf([7, 14]);
    const [pair] = powerAnalysis(yesNo, cases, { ...effort, repeats }).neighbours;
    const expected = binomialInOrder(holds(7), holds(14), repeats);
    expect(pair!.probabilityInOrder).toBeCloseTo(expected, 9);
  });

  it('needs as many repeats as the binomial law says, up to six', () => {
    const cases = casesOf([6.5, 15]);
    const first = [1, 2, 3, 4, 5, 6].find((n) => binomialInOrder(holds(6.5), holds(15), n) >= 0.9);
    expect(first).toBeGreaterThan(1);
    expect(powerAnalysis(yesNo, cases, effort).neighbours[0]!.repeatsNeeded).toBe(first);
  });

  it('needs as many as the normal law says beyond that, and more than thirty are too many', () => {
    const needed = (a: number, b: number): number | null =>
      powerAnalysis(yesNo, casesOf([a, b]), effort).neighbours[0]!.repeatsNeeded;
    const byNormal = (a: number, b: number): number => {
      const [p, q] = [holds(a), holds(b)];
      return Math.ceil((1.2815515655446 / (q - p)) ** 2 * (p * (1 - p) + q * (1 - q)));
    };
    for (const [a, b] of [
      [9, 11],
      [9.1, 10.7],
      [9.19, 10.8],
      [9.2, 10.75],
    ] as const) {
      const expected = byNormal(a, b);
      expect(expected).toBeGreaterThan(6);
      expect(needed(a, b)).toBe(expected <= 30 ? expected : null);
    }
  });

  it('asks for no more repeats than planned where those do', () => {
    const far = powerAnalysis(yesNo, casesOf([3, 40]), { ...effort, repeats: 2 }).neighbours[0]!;
    expect(far.repeatsNeeded).toBe(2);
  });

  it('takes every class as often as it is believed to be', () => {
    const wide = (level: number, value: number): Case =>
      caseOf(level, value, { forecast: { value, spread: { classFactor: 2, scatter } } });
    const [pair] = powerAnalysis(yesNo, [wide(10, 7), wide(20, 14)], effort).neighbours;
    // The same integral by the plainest of rules, far out and fine.
    const deviation = Math.log(2) / 1.959964;
    let [sum, weights] = [0, 0];
    for (let z = -3; z <= 3; z += 1e-3) {
      const factor = Math.exp(deviation * z);
      const weight = Math.exp((-z * z) / 2);
      sum += weight * (1 - holds(7 * factor)) * holds(14 * factor);
      weights += weight;
    }
    expect(pair!.probabilityInOrder).toBeCloseTo(sum / weights, 3);
  });

  it('is even for two that are alike, where equal means are an accident of the grid', () => {
    const loads = planOf({ measure: 'load-held', factor: 'gap' });
    const alike = [caseOf(1e-4, 10), caseOf(2e-4, 10)];
    for (const repeats of [1, 3]) {
      const [pair] = powerAnalysis(loads, alike, { ...effort, repeats }).neighbours;
      expect(pair!.probabilityInOrder).toBeCloseTo(0.5, 9);
    }
  });

  it('names the weaker of two that fall as the lower one', () => {
    const [pair] = powerAnalysis(planOf(), casesOf([20, 8]), effort).neighbours;
    expect([pair!.lower.level, pair!.upper.level]).toEqual([20, 10]);
  });

  it('is not asked of two that read nothing', () => {
    expect(powerAnalysis(planOf(), casesOf([0.3, 0.45]), effort).neighbours).toEqual([]);
    expect(powerAnalysis(planOf(), casesOf([0.3, 0.55]), effort).neighbours).toHaveLength(1);
  });

  it('is asked within a line and never across two', () => {
    const cases = ['a', 'b'].flatMap((seriesId) =>
      casesOf([5, 10]).map((one) => ({ ...one, seriesId })),
    );
    const pairs = powerAnalysis(planOf(), cases, effort).neighbours;
    expect(pairs.map(({ lower, upper }) => [lower.seriesId, upper.seriesId])).toEqual([
      ['a', 'a'],
      ['b', 'b'],
    ]);
  });
});

describe('floor and ceiling', () => {
  it('are as near as the log-normal law has it', () => {
    const chance = (value: number): number => 1 - normalCdf(Math.log(59.5 / value) / scatter);
    const { mayExceedCeiling } = powerAnalysis(planOf(), casesOf([30, 40, 41.5, 50]), effort);
    expect(chance(40)).toBeLessThan(0.1);
    expect(chance(41.5)).toBeGreaterThan(0.1);
    expect(mayExceedCeiling.map(({ of }) => of.forecast!.value)).toEqual([41.5, 50]);
    expect(mayExceedCeiling[0]!.probability).toBeCloseTo(chance(41.5), 9);
  });

  it('take the spread of classes into account', () => {
    const wide = caseOf(10, 40, {
      forecast: { value: 40, spread: { classFactor: 2, scatter } },
    });
    const { mayExceedCeiling } = powerAnalysis(planOf(), [wide, caseOf(20, 5)], effort);
    const deviation = Math.hypot(Math.log(2) / 1.959963984540054, scatter);
    expect(mayExceedCeiling[0]!.probability).toBeCloseTo(
      1 - normalCdf(Math.log(59.5 / 40) / deviation),
      9,
    );
  });

  it('nothing is read below one object', () => {
    const { nearZero } = powerAnalysis(planOf(), casesOf([0.9, 1.1]), effort);
    expect(nearZero.map(({ level }) => level)).toEqual([10]);
  });
});

describe('the course of the prediction', () => {
  const course = (values: readonly number[]) =>
    powerAnalysis(planOf(), casesOf(values), effort).course;

  it('is level up to two parts in a hundred', () => {
    expect(course([10, 10.15, 10.3])).toBe('level');
    expect(course([10, 10.25])).toBe('rises');
    expect(course([10.25, 10])).toBe('falls');
  });

  it('turns over only where it goes up and down', () => {
    expect(course([5, 9, 7])).toBe('turns over');
    expect(course([5, 9, 9.1])).toBe('rises');
    expect(course([9, 5, 5])).toBe('falls');
  });

  it('goes by the size of the level and not by its place in the plan', () => {
    const mixed = [caseOf(30, 9), caseOf(10, 3), caseOf(20, 6)];
    expect(powerAnalysis(planOf(), mixed, effort).course).toBe('rises');
  });

  it('is not said where nothing is predicted, or of one level', () => {
    const unknown = [10, 20].map((level) => caseOf(level, 1, { forecast: null }));
    expect(powerAnalysis(planOf(), unknown, effort).course).toBe('unordered');
    expect(course([10])).toBe('unordered');
  });
});

describe('the power of the trend', () => {
  const power = (values: readonly number[], change: Partial<typeof effort> = {}) =>
    powerAnalysis(planOf(), casesOf(values), { ...effort, repeats: 3, ...change }).trendPower;

  it('is a twentieth at the most where nothing changes', () => {
    const none = power([10, 10, 10])!;
    expect(none).toBeGreaterThan(0.015);
    expect(none).toBeLessThan(0.05);
  });

  it('grows with effect, groups and repeats', () => {
    expect(power([10, 11, 12])!).toBeGreaterThan(power([10, 10.4, 10.8])!);
    expect(power([10, 11, 12], { groups: 8 })!).toBeGreaterThan(power([10, 11, 12])!);
    expect(power([10, 11, 12], { repeats: 6 })!).toBeCloseTo(
      power([10, 11, 12], { groups: 8 })!,
      9,
    );
    expect(power([5, 15, 30])!).toBeGreaterThan(0.999);
  });

  it('does not ask whether it rises or falls', () => {
    expect(power([12, 11, 10])!).toBeCloseTo(power([10, 11, 12])!, 9);
  });

  it('is that of a one-sided normal deviate at the critical slope', () => {
    // Ten, eleven, twelve clips, twelve trials each: slope and its error from the log-normal law.
    const cases = [10, 11, 12];
    const moments = cases.map((middle) => {
      // A log-normal reading rounded to whole numbers gains a twelfth of variance (Sheppard).
      const mean = middle * Math.exp(scatter ** 2 / 2);
      return { mean, variance: mean ** 2 * (Math.exp(scatter ** 2) - 1) + 1 / 12 };
    });
    const slope = (moments[2]!.mean - moments[0]!.mean) / 20;
    const sxx = 12 * 200;
    const residual = moments.reduce((sum, { variance }) => sum + 12 * variance, 0) / 36;
    const sd = Math.sqrt((12 * 100 * (moments[0]!.variance + moments[2]!.variance)) / sxx ** 2);
    // Student's t, 34 degrees of freedom, 97.5 %: 2.0322 (any table).
    const expected = normalCdf((slope - 2.0322 * Math.sqrt(residual / sxx)) / sd);
    expect(power(cases)!).toBeCloseTo(expected, 2);
  });

  it('counts what a straight line leaves out, levels unevenly spaced', () => {
    const [x, middles] = [
      [10, 20, 60],
      [8, 10, 11],
    ] as const;
    const each = 6;
    const moments = middles.map((middle) => {
      const mean = middle * Math.exp(scatter ** 2 / 2);
      return { mean, variance: mean ** 2 * (Math.exp(scatter ** 2) - 1) + 1 / 12 };
    });
    const centre = 30;
    const sxx = each * (20 ** 2 + 10 ** 2 + 30 ** 2);
    const by = [-20, -10, 30];
    const slope = by.reduce((sum, d, k) => sum + each * d * moments[k]!.mean, 0) / sxx;
    const level = moments.reduce((sum, { mean }) => sum + mean, 0) / 3;
    // The spread about the line: of the trials, and of the means about it.
    const about = moments.reduce((sum, { mean, variance }, k) => {
      const off = mean - level - slope * (x[k]! - centre);
      return sum + each * (variance + off ** 2);
    }, 0);
    const error = Math.sqrt(about / (3 * each) / sxx);
    const deviation =
      Math.sqrt(by.reduce((sum, d, k) => sum + each * d ** 2 * moments[k]!.variance, 0)) / sxx;
    // Student's t, 16 degrees of freedom, 97.5 %: 2.1199 (any table).
    const expected = normalCdf((slope - 2.1199 * error) / deviation);
    const cases = x.map((turns, k) => caseOf(turns, middles[k]!));
    const { trendPower } = powerAnalysis(planOf(), cases, { repeats: 3, groups: 2, traySize: 60 });
    expect(trendPower!).toBeCloseTo(expected, 2);
    expect(expected).toBeGreaterThan(0.2);
    expect(expected).toBeLessThan(0.8);
  });

  it('is unknown with fewer than three trials or one level', () => {
    expect(power([10, 20], { groups: 1, repeats: 1 })).toBeNull();
    expect(power([10])).toBeNull();
    expect(power([10, 20], { groups: 1, repeats: 2 })).not.toBeNull();
  });
});
