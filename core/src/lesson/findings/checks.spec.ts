import { describe, expect, it } from 'vitest';
import { seededRandom, normalFrom } from '../../numerics/index.js';
import type { OrderedReading } from '../../statistics/index.js';
import { checksOf } from './checks.js';

const readings = (cells: readonly (readonly [x: number, ys: readonly number[]])[]) =>
  cells.flatMap(([x, ys], level) =>
    ys.map((y, i): OrderedReading => ({ x, y, level, group: 0, order: i })),
  );

describe('a level that checks the others', () => {
  it('is held against the line through the others alone', () => {
    const of = readings([
      [10, [2, 4]],
      [20, [4, 6]],
      [40, [8, 10]],
      [30, [20, 20]],
    ]);
    const [check, ...more] = checksOf(of, [3], true);
    expect(more).toEqual([]);
    // Through 3, 5 and 9 at 10, 20 and 40: 1 + x / 5.
    expect(check).toMatchObject({ level: 3, n: 2, mean: 20 });
    expect(check!.foretold).toBeCloseTo(7, 9);
    expect(check!.high).toBeLessThan(20);
    expect((check!.low + check!.high) / 2).toBeCloseTo(7, 9);
  });

  it('is none where nothing was read there, of kinds, or without any', () => {
    const of = readings([
      [10, [2, 4]],
      [20, [4, 6]],
      [40, [8, 10]],
    ]);
    expect(checksOf(of, [3], true)).toEqual([]);
    expect(checksOf(of, [], true)).toEqual([]);
    expect(checksOf(of, [1], false)).toEqual([]);
  });

  it('comes out inside its interval 19 of 20 times, of one trial and of four', () => {
    const random = seededRandom(61);
    const trial = (x: number): number => 2 + 0.3 * x + 1.5 * normalFrom(random);
    for (const times of [1, 4]) {
      let inside = 0;
      const classes = 1500;
      for (let c = 0; c < classes; c++) {
        const of = readings(
          [10, 20, 40, 50, 33].map((x, i) => [
            x,
            Array.from({ length: i === 4 ? times : 5 }, () => trial(x)),
          ]),
        );
        const [check] = checksOf(of, [4], true);
        if (check!.mean > check!.low && check!.mean < check!.high) inside++;
      }
      expect(inside / classes).toBeGreaterThan(0.92);
      expect(inside / classes).toBeLessThan(0.97);
    }
  });
});
