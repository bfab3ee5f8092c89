import { describe, expect, it } from 'vitest';
import { normalFrom, seededRandom } from '../../numerics/index.js';
import { equallySupportedInAll, analyse, type OrderedReading } from './index.js';

/** Readings of a line about a curve, each by another seed. */
function line(truth: (x: number) => number, seed: number, scatter = 0.3): OrderedReading[] {
  const random = seededRandom(seed);
  return [10, 20, 40, 80].flatMap((x, level) =>
    Array.from({ length: 4 }, (_, order) => ({
      x,
      y: truth(x) + scatter * normalFrom(random),
      level,
      group: 0,
      order,
    })),
  );
}

describe('shapes over several lines', () => {
  it('are those of the line where there is one', () => {
    const one = analyse(
      line((x) => 2 + 0.3 * x, 3),
      true,
    );
    expect(equallySupportedInAll([one])).toEqual(one.equallySupported);
    expect(equallySupportedInAll([])).toEqual([]);
  });

  it('must do for all of them, and what speaks against a shape adds up', () => {
    const straight = analyse(
      line((x) => 2 + 0.3 * x, 4),
      true,
    );
    const bent = analyse(
      line((x) => (40 * x) / (30 + x), 5),
      true,
    );
    expect(straight.equallySupported[0]).not.toBe(bent.equallySupported[0]);
    const both = equallySupportedInAll([straight, bent]);
    const behind = (id: string): number =>
      [straight, bent].reduce(
        (sum, { curves }) =>
          sum + (curves.find(({ curve }) => curve.id === id)?.behind ?? Infinity),
        0,
      );
    const sums = straight.curves.map(({ curve }) => behind(curve.id)).sort((p, q) => p - q);
    expect(behind(both[0]!)).toBe(sums[0]);
    for (const id of both) expect(behind(id) - sums[0]!).toBeLessThan(2);
    // The line that bends rules the straight line out, whatever the other says.
    expect(both).not.toContain('line');
  });

  it('leave out what one of the lines cannot have', () => {
    const one = analyse(
      line((x) => 3 + 0 * x, 6),
      true,
    );
    const few = analyse(line((x) => x, 7).slice(0, 8), true);
    const missing = one.curves
      .map(({ curve }) => curve.id)
      .filter((id) => !few.curves.some(({ curve }) => curve.id === id));
    for (const id of missing) expect(equallySupportedInAll([one, few])).not.toContain(id);
  });
});
