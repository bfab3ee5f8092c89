import { describe, expect, it } from 'vitest';
import { analyse, curveIn, fitPowerTrend, type OrderedReading } from './index.js';

const readings = (pairs: readonly (readonly [number, number])[]): OrderedReading[] =>
  pairs.map(([x, y], order) => ({ x, y, level: order, group: 0, order }));

describe('a power trend', () => {
  // Semi-major axis, AU, and orbital period, years. Source: NASA Planetary Fact Sheet (metric).
  const planets = readings([
    [0.387, 0.241],
    [0.723, 0.615],
    [1, 1],
    [1.524, 1.881],
    [5.204, 11.86],
    [9.582, 29.46],
    [19.2, 84.01],
    [30.05, 164.8],
  ]);

  it('finds Kepler’s third law in the planets', () => {
    const { coefficients, rSquared, intervals95 } = fitPowerTrend(planets)!;
    expect(coefficients[0]).toBeCloseTo(1, 2);
    expect(Math.abs(coefficients[1]! - 1.5)).toBeLessThan(intervals95[1]! + 0.001);
    expect(coefficients[1]).toBeCloseTo(1.5, 2);
    expect(rSquared).toBeGreaterThan(0.99999);
  });

  it('is the straight line through the logarithms', () => {
    const some = readings([
      [10, 3],
      [20, 9],
      [40, 16],
      [80, 50],
    ]);
    // Worked by hand: Σ(ln x − mean)(ln y − mean) ÷ Σ(ln x − mean)².
    const lx = some.map(({ x }) => Math.log(x));
    const ly = some.map(({ y }) => Math.log(y));
    const mean = (list: readonly number[]): number => list.reduce((p, q) => p + q, 0) / list.length;
    const sxy = lx.reduce((sum, x, i) => sum + (x - mean(lx)) * (ly[i]! - mean(ly)), 0);
    const sxx = lx.reduce((sum, x) => sum + (x - mean(lx)) ** 2, 0);
    const fit = fitPowerTrend(some)!;
    expect(fit.coefficients[1]).toBeCloseTo(sxy / sxx, 12);
    expect(Math.log(fit.at(30))).toBeCloseTo(
      mean(ly) + (sxy / sxx) * (Math.log(30) - mean(lx)),
      12,
    );
    // Further readings lie between ends that are as far off in times, above and below.
    const { low, high } = fit.rangeAt(30);
    expect(high / fit.at(30)).toBeCloseTo(fit.at(30) / low, 12);
    const further = readings([
      [10, 3],
      [20, 9],
      [40, 16],
      [80, 500],
    ]);
    expect(fitPowerTrend(further)!.intervals95[1]).toBeGreaterThan(fit.intervals95[1]!);
  });

  it('is none of nothing, of fewer than three readings, or of one place', () => {
    expect(
      fitPowerTrend(
        readings([
          [10, 3],
          [20, 0],
          [40, 9],
        ]),
      ),
    ).toBeNull();
    expect(
      fitPowerTrend(
        readings([
          [10, 3],
          [20, 5],
        ]),
      ),
    ).toBeNull();
    expect(
      fitPowerTrend(
        readings([
          [10, 3],
          [10, 5],
          [10, 4],
        ]),
      ),
    ).toBeNull();
  });

  it('is offered beside the curves, but not compared with them', () => {
    const analysis = analyse(planets, true);
    expect(analysis.curves.map(({ curve }) => curve.id)).not.toContain('power-trend');
    expect(curveIn(analysis, 'power-trend')!.coefficients[1]).toBeCloseTo(1.5, 2);
    expect(curveIn(analyse(planets, false), 'power-trend')).toBeNull();
  });
});

describe('three points', () => {
  it('have a line through zero, though too few to compare it with others', () => {
    const analysis = analyse(
      readings([
        [1, 2],
        [2, 4.1],
        [3, 5.9],
      ]),
      true,
    );
    const fit = curveIn(analysis, 'proportional')!;
    // Σxy ÷ Σx².
    expect(fit.coefficients[0]).toBeCloseTo((2 + 8.2 + 17.7) / 14, 12);
    expect(analysis.equallySupported).not.toContain('proportional');
  });
});
