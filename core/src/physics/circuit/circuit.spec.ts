import { describe, expect, it } from 'vitest';
import { combineCells, findCell, measuredResistance } from '../supply/index.js';
import {
  currentRise,
  inductiveSpikeWithDiode,
  inductiveSpikeWithoutDiode,
  RECTIFIER,
  solveCircuit,
  SPARK_V,
  storedEnergy,
  TYPICAL_STRAY,
} from './index.js';

describe('battery, leads and coil', () => {
  // Worked by hand: 3 V, 0.4 Ω inside, 0.1 Ω leads, 1 Ω coil: I = 3/1.5 = 2 A.
  const state = solveCircuit({ emf: 3, resistance: 0.4 }, 0.1, 1);

  it('follow Ohm’s law', () => {
    expect(state.current).toBeCloseTo(2, 12);
    expect(state.terminalVoltage).toBeCloseTo(2.2, 12);
    expect(state.coilVoltage).toBeCloseTo(2, 12);
  });

  it('turn all the power into heat somewhere', () => {
    expect(state.coilPower + state.leadPower + state.cellPower).toBeCloseTo(3 * 2, 12);
  });

  it('give the coil most power when it matches the source', () => {
    const powerAt = (r: number): number =>
      solveCircuit({ emf: 3, resistance: 0.4 }, 0.1, r).coilPower;
    expect(powerAt(0.5)).toBeGreaterThan(powerAt(0.4));
    expect(powerAt(0.5)).toBeGreaterThan(powerAt(0.6));
  });
});

describe('cells', () => {
  it('add their EMF in series and share their resistance in parallel', () => {
    const one = findCell('alkaline', 'D');
    const pack = combineCells(one, 3, 2);
    expect(pack.emf).toBeCloseTo(3 * one.emf_V, 12);
    expect(pack.resistance).toBeCloseTo(1.5 * one.internalResistance_ohm, 12);
  });

  // Worked by hand: 1.58 V open, 1.32 V across 1 Ω: 1.32 A, so 0.26 V are lost over 0.197 Ω.
  it('show their resistance in two readings', () => {
    expect(measuredResistance(1.58, 1.32, 1)).toBeCloseTo(0.19697, 5);
    expect(measuredResistance(1.5, 1.6, 1)).toBeNaN();
    expect(measuredResistance(1.5, 0, 1)).toBeNaN();
  });

  it('that are not made are refused', () => {
    expect(() => findCell('nimh', 'lantern')).toThrow(
      expect.objectContaining({ code: 'CELL_UNKNOWN' }),
    );
  });
});

describe('switching on', () => {
  it('reaches 63.2 % of the final current after L/R', () => {
    expect(currentRise(4.5, 3, 0.0035, 0.0035 / 3) / 1.5).toBeCloseTo(1 - Math.exp(-1), 12);
  });
});

describe('a bench supply', () => {
  it('lowers its voltage at its limit and not before', () => {
    const supply = { emf: 6, resistance: 0, currentLimit: 2 };
    const held = solveCircuit(supply, 0.1, 1);
    expect(held).toMatchObject({ current: 2, limited: true });
    expect(held.terminalVoltage).toBeCloseTo(2.2, 12);
    const free = solveCircuit(supply, 0.1, 3.9);
    expect(free).toMatchObject({ limited: false, terminalVoltage: 6 });
    expect(free.current).toBeCloseTo(1.5, 12);
  });
});

describe('switching off', () => {
  const coil = { inductance: 2e-3, resistance: 1.2, current: 3 };

  it('sets free what the field holds', () => {
    expect(storedEnergy(coil)).toBeCloseTo(9e-3, 12);
  });

  // Worked by hand: 2 · 25.865 mV · ln(1 + 3/1.4e-8) + 3 · 0.035 Ω at 300.15 K.
  it('with a diode kicks by the drop of a silicon rectifier', () => {
    const { voltage, times } = inductiveSpikeWithDiode(coil, [0.5, 0.1]);
    expect(RECTIFIER).toEqual({ saturationCurrent: 1.4e-8, ideality: 2, seriesResistance: 0.035 });
    expect(voltage).toBeCloseTo(2 * 0.0258648 * Math.log(1 + 3 / 1.4e-8) + 0.105, 4);
    // A constant drop V gives t = (L/R) ln((R I + V)/(R f I + V)); the true one lies a little below.
    const constant = (share: number): number =>
      (2e-3 / 1.2) * Math.log((3.6 + voltage) / (3.6 * share + voltage));
    expect(times[0]! / constant(0.5)).toBeGreaterThan(1);
    expect(times[0]! / constant(0.5)).toBeLessThan(1.1);
    expect(times[1]!).toBeGreaterThan(times[0]!);
  });

  it('without one swings into the stray capacitance: I √(L/C) if nothing damps', () => {
    const ideal = { capacitance: 2e-10, damping: Infinity };
    const { voltage, time } = inductiveSpikeWithoutDiode({ ...coil, resistance: 0 }, ideal);
    const w = 1 / Math.sqrt(2e-3 * 2e-10);
    expect(voltage / (3 * Math.sqrt(2e-3 / 2e-10))).toBeCloseTo(1, 9);
    expect(time * w).toBeCloseTo(Math.PI / 2, 6);
  });

  it('strongly damped kicks by less than I R of the damping, and does so at once', () => {
    const { voltage, time } = inductiveSpikeWithoutDiode(coil);
    expect(TYPICAL_STRAY).toEqual({ capacitance: 2e-10, damping: 1000 });
    expect(voltage).toBeLessThan(3 * 1000);
    expect(voltage).toBeGreaterThan(0.8 * 3 * 1000);
    expect(time).toBeLessThan(20 * 1000 * 2e-10);
  });

  it('sparks from Paschen’s least voltage on', () => {
    // About 327 V for air, from memory.
    expect(SPARK_V).toBe(330);
  });
});
