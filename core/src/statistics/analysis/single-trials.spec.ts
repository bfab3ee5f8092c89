import { describe, expect, it } from 'vitest';
import { normalFrom, seededRandom } from '../../numerics/index.js';
import { singleTrialsMislead } from './index.js';

describe('single trials', () => {
  it('are counted pair by pair, worked by hand', () => {
    // 1-2, 1-4, 3-4 the right way; 3-2 the wrong way.
    expect(
      singleTrialsMislead([
        [1, 3],
        [2, 4],
      ]),
    ).toBe(1 / 4);
    // Equal ones show nothing either.
    expect(
      singleTrialsMislead([
        [1, 2],
        [2, 3],
      ]),
    ).toBe(1 / 4);
    // The way round does not matter, and neighbours only are compared.
    expect(
      singleTrialsMislead([
        [4, 2],
        [3, 1],
        [2, 4],
      ]),
    ).toBe(2 / 8);
    expect(singleTrialsMislead([[1], [1]])).toBeNull();
    expect(singleTrialsMislead([[1, 2]])).toBeNull();
  });

  it('of normal readings mislead as often as the distance of the means says', () => {
    const random = seededRandom(12);
    const draw = (mean: number): number[] =>
      Array.from({ length: 4000 }, () => mean + normalFrom(random));
    // Φ(−1/√2) = 0.2398: tables of the normal distribution.
    expect(singleTrialsMislead([draw(0), draw(1)])).toBeCloseTo(0.2398, 1.7);
  });
});
