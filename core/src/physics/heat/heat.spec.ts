import { describe, expect, it } from 'vitest';
import {
  SLEEVE_W_PER_MK,
  steadyTemperature,
  STILL_AIR_W_PER_M2K,
  temperatureOver,
  timeToCool,
  timeToReach,
  touchLimit,
  TOUCH_TIMES,
  warmUp,
  WINDING_TO_CORE_W_PER_M2K,
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

  it.each([25, 30, 45, 52])('takes as long to %d °C as it is warm after that time', (limit) => {
    const time = timeToReach(withCore, 22, limit);
    // Steps of Runge and Kutta against the adaptive pair: the time within 1e-4.
    const slope = warmUp(withCore, 22, time * 1.001).temperature - limit;
    const off = warmUp(withCore, 22, time).temperature - limit;
    expect(Math.abs(off)).toBeLessThan(Math.abs(slope - off) / 10);
  });

  it('never reaches what lies beyond its balance, though the winding alone would', () => {
    const between = (steadyTemperature(withCore) + steadyTemperature(coil)) / 2;
    expect(timeToReach(withCore, 22, between)).toBe(Infinity);
    expect(timeToReach(coil, 22, between)).toBeLessThan(Infinity);
    expect(timeToReach(withCore, 22, steadyTemperature(withCore) - 1)).toBeLessThan(Infinity);
  });

  // Closed form: heating = loss + through, both in series to the room.
  it('balances where I²R leaves by air and, through the core, by its ends', () => {
    const steady = steadyTemperature(withCore);
    const resistance = 1.35 * (1 + 0.00393 * (steady - 20));
    const heating = (3 / (0.4 + resistance)) ** 2 * resistance;
    const leaving = (0.035 + (0.4 * 0.01) / (0.4 + 0.01)) * (steady - 22);
    expect(heating / leaving).toBeCloseTo(1, 6);
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

describe('a supply', () => {
  it('that holds its current heats by its limit and not by its voltage', () => {
    const held = { ...coil, currentLimit: 1, alpha20: 0, loss: () => 0 };
    expect(warmUp(held, 22, 100).temperature - 22).toBeCloseTo((100 * 1.35) / 19.05, 6);
  });

  it('that runs down heats less and has given what the coil drew', () => {
    const fading = { ...coil, emfFraction: (charge: number) => Math.exp(-charge / 100) };
    const steady = warmUp(coil, 22, 60);
    const faded = warmUp(fading, 22, 60);
    expect(faded.temperature).toBeLessThan(steady.temperature);
    expect(faded.charge).toBeLessThan(steady.charge);
    expect(steady.charge).toBeGreaterThan(60 * steady.current);
    expect(steady.charge).toBeLessThan((60 * 3) / 1.75);
  });

  it('that is switched off leaves nothing to reach', () => {
    expect(timeToReach({ ...coil, emf: 0 }, 22, 45)).toBe(Infinity);
    expect(steadyTemperature({ ...coil, emf: 0 })).toBe(22);
  });
});

describe('a hand-wound coil', () => {
  // Typical, as surface.ts says: in still air, on its core, through tape or card.
  it('loses heat as such coils do', () => {
    expect(STILL_AIR_W_PER_M2K).toBe(11);
    expect(WINDING_TO_CORE_W_PER_M2K).toBe(150);
    expect(SLEEVE_W_PER_MK).toBe(0.2);
  });
});

describe('a touch', () => {
  // Source: ISO 13732-1:2006, from memory, °C for 10 s, 1 min and 10 min.
  it.each([
    ['bare metal', 55, 51, 48],
    ['varnished metal', 55, 51, 48],
    ['plastic or tape', 66, 60, 48],
  ] as const)('of %s begins to burn at %d, %d and %d °C', (surface, ten, minute, tenMinutes) => {
    const limits = (['10s', '1min', '10min'] as const).map((time) => touchLimit(surface, time));
    expect(limits).toEqual([ten, minute, tenMinutes]);
  });

  it('has a name for every length that can be chosen', () => {
    expect(Object.keys(TOUCH_TIMES)).toEqual(['classroom', '10s', '1min', '10min']);
  });

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

  it('has six points in every phase, and none in a pause that is none', () => {
    expect(points).toHaveLength(1 + 5 * 12);
    expect(temperatureOver(coil, { on: 8, off: 0, cycles: 2 })).toHaveLength(1 + 2 * 6);
  });

  it('cools in the pauses by the closed form', () => {
    const at = (time: number): number =>
      points.find((p) => Math.abs(p.time - time) < 1e-6)!.temperature;
    const fall = (at(68) - 22) / (at(8) - 22);
    expect(fall).toBeCloseTo(Math.exp((-60 * 0.035) / 19.05), 6);
  });
});

describe('a long rest', () => {
  it('is found however many steps away it lies', () => {
    const slow = { ...coil, heatCapacity: 1e5 };
    expect(timeToCool(slow, 45, 24) / ((1e5 / 0.035) * Math.log(23 / 2))).toBeCloseTo(1, 5);
    expect(timeToCool({ ...coil, heatCapacity: 1e9 }, 45, 24)).toBe(Infinity);
  });

  it('is asked for until the warmer of both is cool', () => {
    const withCore = { ...coil, core: { heatCapacity: 30, coupling: 0.4, lossPerKelvin: 0.01 } };
    const core = { temperature: 23, coreTemperature: 40 };
    expect(timeToCool(withCore, core, 25)).toBeGreaterThan(0);
    // Without a core its temperature is nobody's.
    expect(timeToCool(coil, core, 25)).toBe(0);
  });
});
