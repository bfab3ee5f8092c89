import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isOutlier } from './outliers.js';

describe('an unusual reading', () => {
  it('is beyond 3.5 modified Z-scores of the median', () => {
    // Median 10, deviations 0, 0, 1, 1, 1, 2, …: MAD 1, so 3.5 scores are 3.5/0.6745 = 5.19.
    const readings = [8, 9, 9, 10, 10, 11, 11, 12];
    expect(isOutlier([...readings, 16], 1).at(-1)).toBe(true);
    expect(isOutlier([...readings, 15], 1).at(-1)).toBe(false);
    expect(isOutlier([...readings, 16], 1).filter(Boolean)).toHaveLength(1);
  });

  it('is found where most readings are equal, by the mean absolute deviation', () => {
    // Eight of 10 and one of d: mean deviation d/9, so d stands out where 3.5 × 1.2533/9 < 1.
    expect(isOutlier([10, 10, 10, 10, 10, 10, 10, 10, 14], 1)).toEqual([
      ...Array.from({ length: 8 }, () => false),
      true,
    ]);
    // Of five, one alone just does: 3.5 × 1.2533/5 is 0.877 of its own deviation.
    expect(isOutlier([10, 10, 10, 10, 14], 1).at(-1)).toBe(true);
    expect(isOutlier([10, 10, 10, 14], 1)).toEqual([false, false, false, false]);
  });

  it('is not one that is a single step away', () => {
    expect(isOutlier([10, 10, 10, 10, 10, 11], 1).some(Boolean)).toBe(false);
    expect(isOutlier([10, 10, 10, 10, 10, 12], 1).at(-1)).toBe(true);
  });

  it('is none among equal ones, and stays unusual wherever the readings are shifted', () => {
    expect(isOutlier([3, 3, 3, 3, 3, 3], 1).some(Boolean)).toBe(false);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 5, maxLength: 30 }),
        fc.integer({ min: -500, max: 500 }),
        (values, shift) => {
          const shifted = isOutlier(
            values.map((value) => value + shift),
            1,
          );
          expect(shifted).toEqual(isOutlier(values, 1));
          // Never more than half: the median is theirs.
          expect(shifted.filter(Boolean).length).toBeLessThan(values.length / 2);
        },
      ),
    );
  });
});
