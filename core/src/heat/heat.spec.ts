import { describe, expect, it } from 'vitest';
import {
  steadyTemperature,
  temperatureOver,
  timeToCool,
  timeToReach,
  warmUp,
  type LumpedWinding,
} from './index.js';

const coil: LumpedWinding = {
  emf: 3,
  seriesResistance: 0.4,
  resistance20: 1.35,
  alpha20: 0.00393,
  heatCapacity: 19.05,
  loss: (rise) => 0.035 * rise,
  ambient: 22,
};

describe('a warming winding', () => {
  it('takes as long to a temperature as it is warm after that time', () => {
    const time = timeToReach(coil, 22, 45);
    expect(warmUp(coil, 22, time).temperature).toBeCloseTo(45, 6);
  });

  it('settles where heating and loss balance', () => {
    const steady = steadyTemperature(coil);
    expect(warmUp(coil, 22, 50_000).temperature).toBeCloseTo(steady, 4);
    expect(timeToReach(coil, 22, steady + 1)).toBe(Infinity);
  });

  // Worked by hand: without loss and with α = 0, dT/dt = I²R/C with I = 3/1.75 A: 0.20825 K/s.
  it('follows I²R/C when nothing is lost', () => {
    const ideal = { ...coil, alpha20: 0, loss: () => 0 };
    expect(warmUp(ideal, 22, 100).temperature - 22).toBeCloseTo(20.825, 2);
  });

  it('is there already when it starts warmer than the limit', () => {
    expect(timeToReach(coil, 50, 45)).toBe(0);
  });

  it('draws less current as it warms', () => {
    expect(warmUp(coil, 22, 600).current).toBeLessThan(warmUp(coil, 22, 1).current);
  });
});

describe('a resting winding', () => {
  // Newton's law of cooling, closed form: t = C/hA · ln(ΔT₀/ΔT₁).
  it('cools by the closed form when the loss is proportional', () => {
    expect(timeToCool(coil, 45, 24)).toBeCloseTo((19.05 / 0.035) * Math.log(23 / 2), 6);
    expect(timeToCool(coil, 23, 24)).toBe(0);
    expect(timeToCool(coil, 45, 22)).toBe(Infinity);
  });
});

describe('on and off again', () => {
  const points = temperatureOver(coil, { on: 8, off: 60, cycles: 5 });

  it('saws its way up and keeps time', () => {
    expect(points.at(-1)!.time).toBeCloseTo(5 * 68, 9);
    const peaks = [8, 76, 144].map(
      (t) => points.find((p) => Math.abs(p.time - t) < 1e-6)!.temperature,
    );
    expect(peaks[1]!).toBeGreaterThan(peaks[0]!);
    expect(peaks[2]! - peaks[1]!).toBeLessThan(peaks[1]! - peaks[0]!);
  });

  it('begins like a single switching on', () => {
    expect(points.find((p) => Math.abs(p.time - 8) < 1e-6)!.temperature).toBeCloseTo(
      warmUp(coil, 22, 8).temperature,
      6,
    );
  });
});
