import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../numerics/index.js';
import { analyseYesNo, fisherExact, proportionDifference, type OrderedReading } from './index.js';

describe('two shares', () => {
  // Newcombe, Statistics in Medicine 17, 873 (1998), table II, method 10; copied from memory.
  it.each([
    [56, 70, 48, 80, 0.0524, 0.3339],
    [9, 10, 3, 10, 0.1705, 0.809],
    [6, 7, 2, 7, 0.0582, 0.8062],
    [5, 56, 0, 29, -0.0381, 0.1926],
    [0, 10, 0, 20, -0.1611, 0.2775],
    [0, 10, 0, 10, -0.2775, 0.2775],
    [10, 10, 0, 20, 0.6791, 1],
    [10, 10, 0, 10, 0.6075, 1],
  ])('%i of %i less %i of %i lie between %f and %f', (a, m, b, n, low, high) => {
    const found = proportionDifference({ yes: b, n }, { yes: a, n: m });
    expect(found.difference).toBeCloseTo(a / m - b / n, 12);
    expect(found.low).toBeCloseTo(low, 4);
    expect(found.high).toBeCloseTo(high, 4);
  });

  it('of eight cups of tea, three of four right, differ by chance as often as was published', () => {
    // Fisher, The Design of Experiments (1935), ch. 2: one side 17/70, so both 34/70.
    expect(fisherExact({ yes: 3, n: 4 }, { yes: 1, n: 4 })).toBeCloseTo(34 / 70, 12);
    expect(fisherExact({ yes: 4, n: 4 }, { yes: 0, n: 4 })).toBeCloseTo(2 / 70, 12);
    expect(fisherExact({ yes: 0, n: 5 }, { yes: 0, n: 9 })).toBe(1);
  });

  it('have an interval that holds the truth 19 of 20 times, and a test that errs at most that often', () => {
    const random = seededRandom(77);
    let [held, erred] = [0, 0];
    const draw = (p: number, n: number): number =>
      Array.from({ length: n }, () => Number(random() < p)).reduce((sum, one) => sum + one, 0);
    const classes = 4000;
    for (let i = 0; i < classes; i++) {
      const first = { yes: draw(0.35, 20), n: 20 };
      const second = { yes: draw(0.7, 24), n: 24 };
      const { low, high } = proportionDifference(first, second);
      held += Number(low <= 0.35 && high >= 0.35);
      const alike = { yes: draw(0.35, 24), n: 24 };
      erred += Number(fisherExact(first, alike) < 0.05);
    }
    expect(held / classes).toBeGreaterThan(0.93);
    expect(held / classes).toBeLessThan(0.97);
    expect(erred / classes).toBeLessThan(0.05);
  });

  it('of every two kinds are held against each other', () => {
    const level = (number: number, yes: number, n: number): OrderedReading[] =>
      Array.from({ length: n }, (_, order) => ({
        x: NaN,
        y: Number(order < yes),
        level: number,
        group: 0,
        order,
      }));
    const { sharePairs } = analyseYesNo(
      [...level(0, 1, 8), ...level(1, 7, 8), ...level(2, 8, 8)],
      false,
    );
    expect(sharePairs.map(({ first, second }) => [first, second])).toEqual([
      [0, 1],
      [0, 2],
      [1, 2],
    ]);
    expect(sharePairs[0]!.difference).toBeCloseTo(6 / 8, 12);
    expect(sharePairs[0]!.p).toBe(fisherExact({ yes: 1, n: 8 }, { yes: 7, n: 8 }));
  });
});
