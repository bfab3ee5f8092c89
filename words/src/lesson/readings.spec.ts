import { measureOf } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { axisLabel, inUnitOf, measuredBand, measuredText } from './readings.js';

const clips = measureOf('objects-one-end');
const load = measureOf('load-held');
const needle = measureOf('needle-angle');

describe('what was read or predicted, in words', () => {
  it('rounds a band of counts outward', () => {
    expect(measuredBand(clips, { low: 4.4, high: 18.2 })).toBe('4–19');
  });

  it('writes the unit of a band once', () => {
    expect(measuredBand(load, { low: 27, high: 63 })).toBe('27–63 kg');
    expect(measuredBand(load, { low: 6.8, high: 50 })).toBe('6.8–50 kg');
  });

  it('writes both units where they differ', () => {
    expect(measuredBand(load, { low: 0.4, high: 2 })).toBe(
      `${measuredText(load, 0.4)} to ${measuredText(load, 2)}`,
    );
  });

  it('says a chance in percent, and never quite all of what is not', () => {
    const holds = measureOf('load-yes-no');
    expect(measuredText(holds, 0.77)).toBe('77 %');
    expect([measuredText(holds, 0.9999), measuredText(holds, 1)]).toEqual(['>99 %', '100 %']);
    expect([measuredText(holds, 1e-4), measuredText(holds, 0)]).toEqual(['<1 %', '0 %']);
    expect(measuredBand(holds, { low: 0.001, high: 0.8 })).toBe('<1–80 %');
    expect(measuredBand(holds, { low: 0.997, high: 0.999 })).toBe('>99 %');
  });

  it('turns SI into the unit that a class reads', () => {
    expect(inUnitOf(needle)(Math.PI / 2)).toBeCloseTo(90, 9);
    expect(inUnitOf(load)(3)).toBe(3);
    expect(inUnitOf(clips)(7)).toBe(7);
  });

  it('names the unit on an axis unless the name has it already', () => {
    expect(axisLabel(load)).toBe('Load held, kg');
    expect(axisLabel(clips)).toBe('Objects lifted');
    expect(axisLabel(measureOf('load-yes-no'))).toContain('share of the trials');
  });
});
