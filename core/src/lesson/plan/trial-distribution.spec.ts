import { describe, expect, it } from 'vitest';
import { normalCdf } from '../../numerics/index.js';
import {
  commonStep,
  compareSums,
  momentsOf,
  sumOf,
  trialDistribution,
  type ReadingRules,
} from './trial-distribution.js';

const clips: ReadingRules = {
  quantity: 'tip-count',
  resolution: 1,
  relative: false,
  ceiling: 20,
};
const needle: ReadingRules = {
  quantity: 'needle-angle',
  resolution: Math.PI / 36,
  relative: false,
  ceiling: null,
};
const at = (
  { low, step, p }: { low: number; step: number; p: Float64Array },
  value: number,
): number => p[Math.round((value - low) / step)] ?? 0;

describe('the readings of one trial', () => {
  it('are as likely as the log-normal law has it between two halves', () => {
    const sigma = 0.3;
    const readings = trialDistribution(clips, 8, sigma, 1);
    for (const count of [5, 8, 13]) {
      const upto = normalCdf(Math.log((count + 0.5) / 8) / sigma);
      const below = normalCdf(Math.log((count - 0.5) / 8) / sigma);
      expect(at(readings, count)).toBeCloseTo(upto - below, 9);
    }
  });

  it('have everything beyond the ceiling at the ceiling', () => {
    const readings = trialDistribution(clips, 16, 0.4, 1);
    expect(at(readings, 20)).toBeCloseTo(1 - normalCdf(Math.log(19.5 / 16) / 0.4), 9);
    expect(at(readings, 21)).toBe(0);
  });

  it('of the fewest cells are one cell or more', () => {
    const cells: ReadingRules = {
      quantity: 'cells-to-hold',
      resolution: 1,
      relative: false,
      ceiling: null,
    };
    for (const middle of [0.6, 1, 2]) {
      const { low, p } = trialDistribution(cells, middle, 0.6, 1);
      expect(low).toBeGreaterThanOrEqual(1);
      expect(p.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 12);
    }
  });

  it('add up to one, from four and a half deviations below on', () => {
    for (const middle of [0.2, 3, 9, 40]) {
      const { low, p } = trialDistribution({ ...clips, ceiling: null }, middle, 0.25, 1);
      expect(p.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 12);
      expect(low).toBe(Math.round(middle * Math.exp(-4.5 * 0.25)));
    }
  });

  it('are nothing where nothing is predicted', () => {
    expect(trialDistribution(clips, 0, 0.3, 1)).toMatchObject({ low: 0, p: Float64Array.of(1) });
  });

  it('of yes or no follow the distance of the load from what is held', () => {
    const held = trialDistribution({ ...clips, threshold: 10 }, 13, 0.2, 1);
    expect(held.p[1]).toBeCloseTo(normalCdf(Math.log(1.3) / 0.2), 12);
    expect(held.p[0]! + held.p[1]!).toBe(1);
    const none = trialDistribution({ ...clips, threshold: 10 }, 0, 0.2, 1);
    expect([...none.p]).toEqual([1, 0]);
  });

  it('of a needle are even about the angle whose tangent is the ratio of the fields', () => {
    const readings = trialDistribution(needle, 1, 0.3, needle.resolution);
    const { mean } = momentsOf(readings);
    expect(mean).toBeCloseTo(Math.PI / 4, 3);
  });
});

describe('the grid of readings', () => {
  it('is that of the reading itself for counts', () => {
    expect(commonStep(clips, [4, 8], 0.3)).toEqual({ step: 1, exact: true });
  });

  it('has no more than 160 steps up to the ceiling or four and a half deviations', () => {
    const many = { ...clips, ceiling: 9999 };
    const { step, exact } = commonStep(many, [1000, 2000], 0.1);
    expect(exact).toBe(false);
    expect(step).toBeCloseTo((2000 * Math.exp(4.5 * 0.1)) / 160, 9);
    expect(commonStep({ ...many, ceiling: 800 }, [1000, 2000], 0.1).step).toBeCloseTo(5, 9);
  });

  it('follows the smaller of two where a step is a share of the reading', () => {
    const share = { ...clips, relative: true, resolution: 0.1, ceiling: null };
    expect(commonStep(share, [4, 5], 0.1)).toEqual({ step: 0.4, exact: false });
  });

  it('knows two values for yes or no', () => {
    expect(commonStep({ ...clips, threshold: 3 }, [4, 5], 0.1)).toEqual({ step: 1, exact: true });
  });
});

describe('sums of readings', () => {
  const coin = { low: 0, step: 1, p: Float64Array.of(0.5, 0.5) };
  const die = { low: 1, step: 1, p: new Float64Array(6).fill(1 / 6) };

  it('of a coin are binomial', () => {
    expect([...sumOf(coin, 3).p]).toEqual([0.125, 0.375, 0.375, 0.125]);
    expect(sumOf({ ...coin, low: 2 }, 3).low).toBe(6);
  });

  it('of two dice are compared as on the table', () => {
    const { less, equal } = compareSums(die, die);
    expect(less).toBeCloseTo(15 / 36, 12);
    expect(equal).toBeCloseTo(6 / 36, 12);
    const moved = compareSums(die, { ...die, low: 3 });
    expect(moved.less).toBeCloseTo(26 / 36, 12);
    expect(moved.equal).toBeCloseTo(4 / 36, 12);
    const back = compareSums({ ...die, low: 3 }, die);
    expect(back.less).toBeCloseTo(6 / 36, 12);
  });

  it('have the mean and variance of a die, on any grid', () => {
    const { mean, variance } = momentsOf(die);
    expect(mean).toBeCloseTo(3.5, 12);
    expect(variance).toBeCloseTo(35 / 12, 12);
    const halves = momentsOf({ ...die, step: 0.5 });
    expect(halves.mean).toBeCloseTo(1 + 0.5 * 2.5, 12);
    expect(halves.variance).toBeCloseTo(35 / 48, 12);
  });
});
