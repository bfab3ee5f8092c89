import { describe, expect, it } from 'vitest';
import { leastSquares, normalFrom, seededRandom, studentTQuantile } from '../../numerics/index.js';
import { analyse, findOutliers, type OrderedReading } from './index.js';

interface Made {
  readonly truth: (x: number) => number;
  readonly xs?: readonly number[];
  readonly repeats?: number;
  readonly groups?: number;
  readonly scatter?: number | ((y: number) => number);
  readonly between?: number;
  readonly perTrial?: number;
  readonly seed?: number;
}

/** A class: every group goes through the levels in turn, as often as it repeats. */
function classOf({
  truth,
  xs = [10, 20, 40, 60],
  repeats = 3,
  groups = 4,
  scatter = 1,
  between = 0,
  perTrial = 0,
  seed = 1,
}: Made): OrderedReading[] {
  const random = seededRandom(seed);
  return Array.from({ length: groups }, (_, group) => {
    const own = between * normalFrom(random);
    return Array.from({ length: xs.length * repeats }, (__, order): OrderedReading => {
      const level = order % xs.length;
      const y = truth(xs[level]!) + own + perTrial * order;
      const sd = typeof scatter === 'number' ? scatter : scatter(y);
      return { x: xs[level]!, y: y + sd * normalFrom(random), level, group, order };
    });
  }).flat();
}

describe('what is said of readings', () => {
  it('is a straight line where they follow one, and says what else cannot be told from it', () => {
    const { curves, equallySupported, line } = analyse(
      classOf({ truth: (x) => 2 + 0.3 * x }),
      true,
    );
    expect(equallySupported).toContain('line');
    expect(equallySupported).not.toContain('none');
    expect(curves[0]!.behind).toBe(0);
    expect(curves.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 12);
    expect(Math.abs(line!.coefficients[1]! - 0.3)).toBeLessThan(line!.intervals95[1]! * 1.5);
  });

  it('is a bent curve where they level off', () => {
    const { curves } = analyse(
      classOf({ truth: (x) => (60 * x) / (15 + x), repeats: 6, scatter: 0.5 }),
      true,
    );
    expect(curves[0]!.curve.id).toBe('saturating');
    expect(curves.find(({ curve }) => curve.id === 'line')!.behind).toBeGreaterThan(10);
  });

  it('is nothing but a level where nothing changes', () => {
    const { curves, anova, trend } = analyse(classOf({ truth: () => 8 }), true);
    expect(curves[0]!.curve.id).toBe('none');
    expect(anova!.p).toBeGreaterThan(0.05);
    expect(trend!.p).toBeGreaterThan(0.05);
  });

  it('weighs readings that scatter the more the larger they are, and no others', () => {
    const grown = analyse(
      classOf({ truth: (x) => 0.5 * x, scatter: (y) => 0.2 * y, repeats: 5 }),
      true,
    );
    expect(grown.scatter).toBe('growing');
    const even = analyse(classOf({ truth: (x) => 0.5 * x, repeats: 5 }), true);
    expect(even.scatter).toBe('even');
  });

  it('knows the height of a line less surely, and its slope more surely, when groups differ', () => {
    const { line, leastSquaresLine, lineWithGroups, meansWithGroups } = analyse(
      classOf({ truth: (x) => 2 + 0.3 * x, between: 4, groups: 5 }),
      true,
    );
    expect(lineWithGroups!.betweenGroupSd).toBeGreaterThan(1.5);
    const plain = leastSquaresLine!.standardErrors;
    expect(lineWithGroups!.standardErrors[0]!).toBeGreaterThan(plain[0]!);
    expect(lineWithGroups!.standardErrors[1]!).toBeLessThan(plain[1]!);
    // One line is the answer, wherever it is asked for.
    expect(line!.coefficients).toEqual(lineWithGroups!.coefficients);
    expect(line!.intervals95).toEqual(lineWithGroups!.intervals95);
    expect(meansWithGroups!.coefficients).toHaveLength(4);
  });

  it('find the drift that least squares over every single reading find', () => {
    const random = seededRandom(31);
    const made = [0, 1, 2].flatMap((level) =>
      [0, 1, 2, 3].flatMap((group) =>
        Array.from({ length: 5 }, (_, i) => ({
          x: 10 * 2 ** level,
          y: 5 + 3 * level + group - 0.2 * (3 * i + level) + normalFrom(random),
          level,
          group,
          order: 3 * i + level,
        })),
      ),
    );
    const n = made.length;
    const p = 7;
    const fit = leastSquares(
      made.flatMap(({ level, group, order }) => [
        ...[0, 1, 2].map((k) => Number(k === level)),
        ...[1, 2, 3].map((k) => Number(k === group)),
        order,
      ]),
      made.map(({ y }) => y),
      p,
    )!;
    // Scatter that does not grow with the reading, so that every reading weighs alike.
    const { drift, scatter } = analyse(made, true);
    expect(scatter).toBe('even');
    expect(drift!.perTrial).toBeCloseTo(fit.coefficients[6]!, 10);
    const error = Math.sqrt((fit.residualSumOfSquares / (n - p)) * fit.unscaledCovariance[48]!);
    expect(drift!.interval95).toBeCloseTo(studentTQuantile(0.975, n - p) * error, 9);
  });

  it('finds what grows from trial to trial, beside levels and groups', () => {
    const drifting = analyse(
      classOf({ truth: (x) => 0.3 * x, perTrial: -0.4, between: 3, scatter: 0.5 }),
      true,
    );
    expect(drifting.drift!.perTrial).toBeCloseTo(-0.4, 1);
    expect(drifting.drift!.p).toBeLessThan(0.01);
    const steady = analyse(classOf({ truth: (x) => 0.3 * x, between: 3, seed: 2 }), true);
    expect(Math.abs(steady.drift!.perTrial)).toBeLessThan(steady.drift!.interval95);
  });

  it('compares kinds in pairs and draws no curve through them', () => {
    const kinds = classOf({ truth: (x) => x, xs: [2, 9, 9.2] }).map((one) => ({ ...one, x: NaN }));
    const { line, curves, trend, pairs } = analyse(kinds, false);
    expect(line).toBeNull();
    expect(trend).toBeNull();
    expect(curves.map(({ curve }) => curve.id).sort()).toEqual(['means', 'none']);
    expect(pairs.map(({ first, second }) => [first, second])).toEqual([
      [0, 1],
      [0, 2],
      [1, 2],
    ]);
    expect(pairs[0]!.p).toBeLessThan(0.001);
    expect(pairs[2]!.p).toBeGreaterThan(0.01);
  });

  // By hand: scatter 1, gap 2: 2 (1.95996 + 0.84162)²/4 = 3.92, so four.
  it('says how often to try so that the nearest levels can be told apart', () => {
    const at = (level: number, y: number): OrderedReading => ({
      x: level,
      y,
      level,
      group: 0,
      order: 0,
    });
    const scatter = Math.sqrt(2) / 2;
    const readings = [0, 1, 2].flatMap((level) => [
      at(level, 2 * level + scatter),
      at(level, 2 * level - scatter),
    ]);
    const { anova, requiredSampleSize } = analyse(readings, true);
    expect(anova!.within.meanSquare).toBeCloseTo(1, 12);
    expect(requiredSampleSize).toBe(4);
  });

  it('points at what stands out at its own level', () => {
    const readings = classOf({ truth: (x) => x, scatter: 1, repeats: 3 });
    const slip = readings.findIndex(({ level }) => level === 2);
    const wrong = readings.map((one, i) => (i === slip ? { ...one, y: one.y + 40 } : one));
    expect(findOutliers(readings, 1)).toEqual([]);
    expect(findOutliers(wrong, 1)).toEqual([slip]);
  });

  it('is little where little was read, and never a fault', () => {
    const few = classOf({ truth: (x) => x, groups: 1, repeats: 1 });
    for (let n = 1; n <= few.length; n++) {
      const { levels, lineWithGroups, anova } = analyse(few.slice(0, n), true);
      expect(levels).toHaveLength(n);
      expect(lineWithGroups).toBeNull();
      expect(anova).toBeNull();
    }
    const same = few.map((one) => ({ ...one, y: 5 }));
    expect(analyse([...same, ...same], true).curves[0]!.curve.at(30)).toBeCloseTo(5, 9);
  });
});
