import { describe, expect, it } from 'vitest';
import { normalFrom, seededRandom } from '../../numerics/index.js';
import { analyse, fitCurve, nextDesignPoint, type OrderedReading } from './index.js';

const XS = [10, 20, 40];
function readings(truth: (x: number) => number, scatter: number, repeats = 4): OrderedReading[] {
  const random = seededRandom(9);
  return XS.flatMap((x, level) =>
    Array.from({ length: repeats }, (_, i) => ({
      x,
      y: truth(x) + scatter * normalFrom(random),
      level,
      group: 0,
      order: level + 3 * i,
    })),
  );
}

describe('what to try next', () => {
  it('is the place that narrows the slope most, by as much as it does', () => {
    const made = readings((x) => 2 + 0.3 * x, 0.3, 2);
    const next = nextDesignPoint(analyse(made, true), [10, 15, 20, 30, 40])!;
    expect(next).toMatchObject({ criterion: 'slope', x: 40 });
    // The same scatter with a reading more there, exactly on the line: only Σ(x − x̄)² has changed.
    const before = fitCurve('line', made)!;
    const after = fitCurve('line', [
      ...made,
      { x: 40, y: before.at(40), level: 2, group: 0, order: 9 },
    ])!;
    const errors = after.standardErrors[1]! / after.residualDeviation;
    const narrowing = 1 - errors / (before.standardErrors[1]! / before.residualDeviation);
    expect(next.criterion === 'slope' && next.narrowing).toBeCloseTo(narrowing, 10);
  });

  it('is the place where two shapes that cannot be told apart differ most', () => {
    const made = readings((x) => (30 * x) / (30 + x), 1.2, 3);
    const analysis = analyse(made, true);
    const [first, second] = analysis.curves
      .map(({ curve }) => curve)
      .filter(({ id }) => analysis.equallySupported.includes(id) && id !== 'means');
    const places = [10, 15, 20, 30, 40, 80];
    const next = nextDesignPoint(analysis, places)!;
    expect(next).toMatchObject({ criterion: 'shape', shapes: [first!.id, second!.id] });
    const apart = places.map((x) => Math.abs(first!.at(x) - second!.at(x)));
    expect(next.criterion === 'shape' && next.predictionGap).toBeCloseTo(Math.max(...apart), 12);
    expect(next.x).toBe(places[apart.indexOf(Math.max(...apart))]);
  });

  it('is what tells most for its minutes', () => {
    const made = readings((x) => 2 + 0.3 * x, 0.3, 2);
    const analysis = analyse(made, true);
    // Farther out tells more, but not for six times the time.
    const costly = nextDesignPoint(analysis, [40, 80], (x) => (x === 80 ? 60 : 2))!;
    expect(costly).toMatchObject({ x: 40, minutes: 2 });
    expect(nextDesignPoint(analysis, [40, 80], () => 2)!.x).toBe(80);
    // What cannot be tried is none, however much it would tell.
    expect(nextDesignPoint(analysis, [40, 80], (x) => (x === 80 ? Infinity : 2))!.x).toBe(40);
    expect(nextDesignPoint(analysis, [80], () => Infinity)).toBeNull();
  });

  it('is nothing for kinds, or without a place', () => {
    const kinds = readings((x) => x, 1).map((one) => ({ ...one, x: NaN }));
    expect(nextDesignPoint(analyse(kinds, false), [1])).toBeNull();
    expect(
      nextDesignPoint(
        analyse(
          readings((x) => x, 1),
          true,
        ),
        [],
      ),
    ).toBeNull();
  });
});
