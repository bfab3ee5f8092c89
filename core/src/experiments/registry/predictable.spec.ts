import { describe, expect, it } from 'vitest';
import { updateClassPosterior } from '../../statistics/index.js';
import { normalCdf, studentTQuantile } from '../../numerics/index.js';
import {
  bandOf,
  chanceAbove,
  fromRatioScale,
  PREDICTABLES,
  ratioScale,
  type Forecast,
  type PredictableId,
} from './index.js';

const ids = Object.keys(PREDICTABLES) as PredictableId[];
const spread = { classFactor: 1.5, scatter: 0.1 };

describe('the band of a prediction', () => {
  it('is a factor up and the same factor down, for all that is no angle', () => {
    for (const id of ids.filter((one) => PREDICTABLES[one].scale === 'ratio')) {
      const { low, median, high, coverage } = bandOf(id, { value: 12, spread });
      expect(median).toBeCloseTo(12, 9);
      expect(low * high).toBeCloseTo(144, 6);
      expect(coverage).toBe(0.9);
    }
  });

  it('of an angle is such a factor of its tangent, and ends before a right angle', () => {
    const { low, median, high } = bandOf('needle-angle', { value: Math.PI / 4, spread });
    expect(median).toBeCloseTo(Math.PI / 4, 12);
    expect(Math.tan(low) * Math.tan(high)).toBeCloseTo(1, 9);
    const steep = bandOf('needle-angle', { value: 1.55, spread: { classFactor: 5, scatter: 1 } });
    expect(steep.high).toBeLessThan(Math.PI / 2);
  });

  // Scatter and class together, with the fatter tails of what is not known exactly.
  it('is as wide as class and trial together', () => {
    const forecast: Forecast = { value: 10, spread };
    const { high } = bandOf('load', forecast);
    const deviation = Math.hypot(Math.log(1.5) / 1.959964, 0.1);
    const t = studentTQuantile(0.95, 12);
    // The scatter's scale is (shape − 1)/shape of its square: five sixths.
    expect(Math.log(high / 10)).toBeCloseTo(t * deviation * Math.sqrt(5 / 6), 4);
  });

  it('follows what a class has shown', () => {
    const readings = [0.3, 0.32, 0.28, 0.31, 0.29, 0.3].map((ratio, group) => ({
      group,
      low: ratio,
      high: ratio,
    }));
    const { belief } = updateClassPosterior(spread, readings, readings.length);
    const { median, high, low } = bandOf('load', { value: 10, spread }, belief);
    expect(median).toBeGreaterThan(12);
    const before = bandOf('load', { value: 10, spread });
    expect(high / low).toBeLessThan(before.high / before.low);
  });
});

describe('the scale on which classes differ by a factor', () => {
  it('leads there and back', () => {
    for (const id of ids) expect(fromRatioScale(id, ratioScale(id, 0.7))).toBeCloseTo(0.7, 12);
  });

  it('is the tangent for a needle alone', () => {
    expect(ids.filter((id) => PREDICTABLES[id].scale === 'tangent')).toEqual(['needle-angle']);
    expect(ratioScale('needle-angle', Math.PI / 4)).toBeCloseTo(1, 12);
    expect(ratioScale('load', 3)).toBe(3);
  });

  it('of the fewest cells never says that none would hold', () => {
    for (const value of [1, 2, 3]) {
      const { low, median, high } = bandOf('cells-to-hold', {
        value,
        spread: { classFactor: 2, scatter: 0.5 },
      });
      expect(low).toBeGreaterThanOrEqual(1);
      expect(median).toBeGreaterThanOrEqual(low);
      expect(high).toBeGreaterThan(median);
    }
  });

  it('of a load held or not is the probability that it holds', () => {
    const forecast = { value: 10, spread: { classFactor: 2, scatter: 0.2 } };
    const at = (load: number) => chanceAbove(forecast, load);
    // As likely as not at what is expected; and by the table of Φ with the class's own factor known.
    expect(at(10).median).toBeCloseTo(0.5, 9);
    const known = chanceAbove({ value: 10, spread: { classFactor: 1 + 1e-9, scatter: 0.2 } }, 8);
    expect(known.low).toBeCloseTo(normalCdf(Math.log(10 / 8) / 0.2), 7);
    let before = 1;
    for (const load of [2, 5, 9, 11, 20, 60]) {
      const { low, median, high } = at(load);
      expect(low).toBeLessThan(high);
      expect(median).toBeGreaterThanOrEqual(low);
      expect(median).toBeLessThanOrEqual(high);
      expect(median).toBeLessThan(before);
      before = median;
    }
    expect(chanceAbove({ value: 0, spread: forecast.spread }, 1).high).toBe(0);
  });
});
