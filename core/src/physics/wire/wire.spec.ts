import { describe, expect, it } from 'vitest';
import { awgDiameter, swgDiameter } from '../../quantities/index.js';
import { CONDUCTORS, overallDiameter, resistancePerLength, wireSection } from './index.js';

describe('American Wire Gauge', () => {
  // Source: ASTM B258, table of nominal diameters, in mils (values from memory).
  it.each([
    [-3, 460],
    [0, 324.9],
    [10, 101.9],
    [18, 40.3],
    [22, 25.3],
    [24, 20.1],
    [26, 15.9],
    [30, 10.0],
    [36, 5.0],
    [40, 3.1],
  ])('has AWG %i at %f mils', (gauge, mils) => {
    expect(Math.abs(awgDiameter(gauge) / 2.54e-5 - mils)).toBeLessThan(0.06);
  });

  // Source: NBS Handbook 100 (1966), Copper Wire Tables, Ω per 1000 ft at 20 °C (values from memory).
  // Three or four digits are printed, hence 0.1 %.
  it.each([
    [10, 0.9989],
    [18, 6.385],
    [20, 10.15],
    [22, 16.14],
    [24, 25.67],
    [26, 40.81],
    [28, 64.9],
    [30, 103.2],
  ])('has the handbook’s resistance at AWG %i', (gauge, ohmsPer1000ft) => {
    const perMetre = resistancePerLength(CONDUCTORS.copper, awgDiameter(gauge));
    expect(Math.abs((perMetre * 304.8) / ohmsPer1000ft - 1)).toBeLessThan(1e-3);
  });
});

describe('Imperial Standard Wire Gauge', () => {
  // Source: BS 3737, rows in millimetres as printed in handbooks (value from memory).
  it.each([
    [10, 3.251],
    [16, 1.626],
    [18, 1.219],
    [20, 0.914],
    [22, 0.711],
    [24, 0.559],
    [26, 0.457],
    [30, 0.315],
    [36, 0.193],
    [40, 0.122],
  ])('has SWG %i at %f mm', (gauge, mm) => {
    expect(swgDiameter(gauge) * 1000).toBeCloseTo(mm, 3);
  });
});

describe('copper', () => {
  // Source: IEC 60028: 1/58 Ω·mm²/m at 20 °C; 1 m of 1 mm² has 0.017241 Ω.
  it('has the resistivity of the standard', () => {
    const diameter = 2 * Math.sqrt(1e-6 / Math.PI);
    expect(resistancePerLength(CONDUCTORS.copper, diameter)).toBeCloseTo(0.0172414, 7);
  });

  // Source: IEC 60028, α₂₀ = 0.00393 /K.
  it('rises by 0.393 % a kelvin', () => {
    const cold = resistancePerLength(CONDUCTORS.copper, 0.001, 293.15);
    expect(resistancePerLength(CONDUCTORS.copper, 0.001, 303.15) / cold).toBeCloseTo(1.0393, 8);
  });
});

describe('insulation', () => {
  it('makes every wire thicker, grade 2 more than grade 1', () => {
    for (const d of [0.05e-3, 0.1e-3, 0.33e-3, 0.5e-3, 1e-3, 2.5e-3]) {
      expect(overallDiameter(d, 'enamel-1')).toBeGreaterThan(d);
      expect(overallDiameter(d, 'enamel-2')).toBeGreaterThan(overallDiameter(d, 'enamel-1'));
      expect(overallDiameter(d, 'bare')).toBe(d);
    }
  });

  // Source: IEC 60317-0-1, maximum overall diameter of 0.5 mm wire, grade 1 (value from memory).
  it('has the standard’s size for 0.5 mm, grade 1', () => {
    expect(overallDiameter(0.5e-3, 'enamel-1')).toBeCloseTo(0.544e-3, 9);
  });
});

describe('what lies on the core', () => {
  const covered = { diameter: 0.0006, insulation: 'hook-up' } as const;

  it('is twice as wide for a cable, and counts twice or not at all', () => {
    const one = wireSection(covered);
    const adding = wireSection({ ...covered, form: 'cable', join: 'adding' });
    const cancelling = wireSection({ ...covered, form: 'cable', join: 'cancelling' });
    expect(adding.width).toBeCloseTo(2 * one.width, 12);
    expect(adding.height).toBe(one.height);
    expect([one, adding, cancelling].map((s) => s.ampereTurnsPerTurn)).toEqual([1, 2, 0]);
    expect([one, adding, cancelling].map((s) => s.conductors)).toEqual([1, 2, 2]);
  });

  // Worked by hand: 40 mm of 16 µm foil folded three times is 5 mm wide and 0.128 mm thick.
  it('keeps the section of a foil however it is folded', () => {
    const foil = { width: 0.04, thickness: 16e-6, folds: 3, tape: 5e-5 };
    const folded = wireSection({ ...covered, form: 'foil', foil });
    expect(folded.area).toBeCloseTo(0.64e-6, 12);
    expect(folded.width).toBeCloseTo(0.0051, 9);
    expect(folded.height).toBeCloseTo(0.000228, 9);
    const flat = wireSection({ ...covered, form: 'foil', foil: { ...foil, folds: 0 } });
    expect(flat.area).toBe(folded.area);
  });

  it('cannot be a strip folded thicker than wide', () => {
    const foil = { width: 0.002, thickness: 0.0002, folds: 2, tape: 0 };
    expect(() => wireSection({ ...covered, form: 'foil', foil })).toThrow(
      expect.objectContaining({ code: 'WIRE_IMPOSSIBLE' }),
    );
    expect(() => wireSection({ ...covered, form: 'foil' })).toThrow(
      expect.objectContaining({ code: 'WIRE_IMPOSSIBLE' }),
    );
  });
});
