import { describe, expect, it } from 'vitest';
import { combineCells, findCell, measuredResistance } from '../supply/index.js';
import { currentRise, solveCircuit } from './index.js';

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
