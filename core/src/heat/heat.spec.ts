import { describe, expect, it } from 'vitest';
import {
  steadyTemperature,
  temperatureOver,
  timeToCool,
  timeToReach,
  touchLimit,
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
    expect(timeToCool(coil, 45, 24)).toBeCloseTo((19.05 / 0.035) * Math.log(23 / 2), 4);
    expect(timeToCool(coil, 23, 24)).toBe(0);
    expect(timeToCool(coil, 45, 22)).toBe(Infinity);
  });
});

describe('a winding with its core', () => {
  const withCore: LumpedWinding = {
    ...coil,
    core: { heatCapacity: 30, coupling: 0.4, lossPerKelvin: 0.01 },
  };

  it('takes as long to a temperature as it is warm after that time', () => {
    const time = timeToReach(withCore, 22, 45);
    expect(warmUp(withCore, 22, time).temperature).toBeCloseTo(45, 2);
  });

  it('warms more slowly than without it, the core behind the winding', () => {
    expect(timeToReach(withCore, 22, 45)).toBeGreaterThan(1.5 * timeToReach(coil, 22, 45));
    const warm = warmUp(withCore, 22, 60);
    expect(warm.coreTemperature).toBeLessThan(warm.temperature);
    expect(warm.coreTemperature).toBeGreaterThan(22);
  });

  it('settles where the heat leaves by both', () => {
    const steady = steadyTemperature(withCore);
    expect(steady).toBeLessThan(steadyTemperature(coil));
    expect(warmUp(withCore, 22, 100_000).temperature).toBeCloseTo(steady, 3);
  });

  // Closed form of two lumps without loss: both end at the mean, weighted with their capacities.
  it('keeps its heat when none is lost', () => {
    const closed: LumpedWinding = {
      ...withCore,
      emf: 0,
      loss: () => 0,
      core: { heatCapacity: 30, coupling: 0.4, lossPerKelvin: 0 },
    };
    const { temperature, coreTemperature } = warmUp(
      closed,
      { temperature: 60, coreTemperature: 20 },
      5000,
    );
    expect(temperature).toBeCloseTo((19.05 * 60 + 30 * 20) / 49.05, 5);
    expect(coreTemperature).toBeCloseTo(temperature, 5);
  });

  it('rests until core and winding are both cool', () => {
    const rest = timeToCool(withCore, { temperature: 30, coreTemperature: 45 }, 25);
    const after = warmUp({ ...withCore, emf: 0 }, { temperature: 30, coreTemperature: 45 }, rest);
    expect(Math.max(after.temperature, after.coreTemperature)).toBeCloseTo(25, 5);
  });
});

describe('a touch', () => {
  // Source: ISO 13732-1, burn thresholds for 1 min: 51 °C on metal, 60 °C on plastic (from memory).
  it('burns sooner on metal than on plastic, and the longer the cooler', () => {
    expect(touchLimit('bare metal', '1min')).toBe(51);
    expect(touchLimit('plastic or tape', '1min')).toBe(60);
    expect(touchLimit('varnished metal', '10min')).toBeLessThan(
      touchLimit('varnished metal', '10s'),
    );
  });

  it('in class ends at 45 °C whatever the surface', () => {
    expect(touchLimit('bare metal', 'classroom')).toBe(45);
    expect(touchLimit('plastic or tape', 'classroom')).toBe(45);
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
