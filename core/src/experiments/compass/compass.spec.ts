import { describe, expect, it } from 'vitest';
import { MU_0 } from '../../physics/index.js';
import { startSubject, type Subject } from '../registry/index.js';
import { compassCautions, evaluateCompassSet, windCompassSet, type CompassSet } from './index.js';

const set = (startSubject('compass') as Extract<Subject, { experiment: 'compass' }>).design;
const fed = (currentLimit: number, change: Partial<CompassSet> = {}): CompassSet => ({
  ...set,
  supply: { ...set.supply, bench: { voltage: 30, currentLimit } },
  ...change,
});
const distance = (metres: number): CompassSet['compass'] => ({ distance: metres, side: 'under' });

describe('a compass under a wire', () => {
  // Biot and Savart: μ0 I/(2π d), for a wire much longer than the distance.
  it('turns by the field of the wire over that of the earth', () => {
    const { fluxDensity, deflection } = evaluateCompassSet(
      fed(2, { length: 10, compass: distance(0.02) }),
    );
    expect(fluxDensity / ((MU_0 * 2) / (2 * Math.PI * 0.02))).toBeCloseTo(1, 4);
    expect(Math.tan(deflection)).toBeCloseTo(fluxDensity / set.earth, 9);
  });

  // Worked by hand: a wire of length ℓ has cos θ = (ℓ/2)/√(ℓ²/4 + d²) of that.
  it('has less of a short wire', () => {
    const { fluxDensity } = evaluateCompassSet(fed(2, { length: 0.1, compass: distance(0.05) }));
    const endless = (MU_0 * 2) / (2 * Math.PI * 0.05);
    expect(fluxDensity / endless).toBeCloseTo(0.05 / Math.hypot(0.05, 0.05), 9);
  });

  it('has so many wires of one that passes so many times', () => {
    const winding = { ...set.winding, turns: 4 };
    expect(evaluateCompassSet(fed(1, { winding })).fluxDensity).toBeCloseTo(
      4 * evaluateCompassSet(fed(1)).fluxDensity,
      15,
    );
  });

  it('comes no nearer than a millimetre', () => {
    const field = (metres: number): number =>
      evaluateCompassSet(fed(1, { compass: distance(metres) })).fluxDensity;
    expect(field(0)).toBe(field(0.001));
    expect(field(0.002)).toBeLessThan(field(0.001));
  });

  // Right hand: current to the north, compass underneath: the field points west.
  it('turns west under a current to the north, and east for each thing turned round', () => {
    const toward = (change: Partial<CompassSet>): string =>
      evaluateCompassSet({ ...set, ...change }).toward;
    expect(toward({})).toBe('west');
    expect(toward({ compass: { ...set.compass, side: 'over' } })).toBe('east');
    expect(toward({ supply: { ...set.supply, plusTail: 'last' } })).toBe('east');
    expect(toward({ winding: { ...set.winding, sense: 'anticlockwise' } })).toBe('east');
    expect(
      toward({
        compass: { ...set.compass, side: 'over' },
        supply: { ...set.supply, plusTail: 'last' },
      }),
    ).toBe('west');
  });
});

describe('a compass before a loop or a coil', () => {
  const many = { ...set.winding, turns: 10, tail: 0.3 };

  // μ0 N I/2 · a²/(a² + d²)^(3/2), of the winding's mean radius.
  it('has the axial field of a loop', () => {
    const loop = fed(1, {
      shape: 'loop',
      radius: 0.05,
      length: 0.012,
      winding: many,
      compass: distance(0.08),
    });
    const { layers } = windCompassSet(loop).winding;
    const a = (layers[0]!.radius + layers[layers.length - 1]!.radius) / 2;
    const expected = ((MU_0 * 10) / 2) * (a ** 2 / (a ** 2 + 0.08 ** 2) ** 1.5);
    expect(evaluateCompassSet(loop).fluxDensity / expected).toBeCloseTo(1, 9);
  });

  // At the mouth of a long thin coil: half of μ0 N I/ℓ.
  it('has half the inner field at the mouth of a long coil', () => {
    const coil = fed(1, {
      shape: 'coil',
      radius: 0.005,
      length: 0.5,
      winding: { ...many, turns: 300 },
      compass: distance(0),
    });
    const inner = (MU_0 * 300) / 0.5;
    expect(evaluateCompassSet(coil).fluxDensity / (inner / 2)).toBeCloseTo(1, 3);
  });

  it('is refused beyond what fits on a table', () => {
    for (const change of [
      { length: 20 },
      { radius: 2, shape: 'loop' as const },
      { compass: distance(5) },
      { earth: 1 },
    ]) {
      expect(() => evaluateCompassSet({ ...set, ...change })).toThrow(
        expect.objectContaining({ code: 'QUANTITY_OUT_OF_RANGE' }),
      );
    }
  });
});

describe('cautions of a compass set', () => {
  const codes = (change: Partial<CompassSet>): string[] => {
    const changed = { ...set, ...change };
    return compassCautions(changed, evaluateCompassSet(changed)).map(({ code }) => code);
  };

  it('call a wire straight across a cell nearly a short circuit', () => {
    const bare = { count: 0, resistanceEach: 0, switchResistance: 0 };
    expect(codes({ leads: bare })).toContain('near-short-circuit');
    expect(codes({ leads: { ...bare, switchResistance: 0.5 } })).not.toContain(
      'near-short-circuit',
    );
  });

  it('stop what gets too hot for a trial', () => {
    const thin = { ...set.wire, diameter: 0.0002 };
    expect(codes({ wire: thin, supply: { ...set.supply, series: 6 } })).toContain(
      'too-hot-for-trial',
    );
  });

  it('mention no kick of a straight wire, which stores next to nothing', () => {
    expect(codes({ supply: { ...set.supply, series: 4 } })).not.toContain('opening-kick');
  });
});
