import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { MU_0 } from '../constants.js';
import type { ReferenceFile } from '../../validation/index.js';
import {
  findMaterial,
  saturationFluxDensity,
  linearCurve,
  MATERIALS,
  spheroidFactor,
  tabulatedCurve,
} from './index.js';

interface CheckedTable {
  readonly B_T: number[];
  readonly H_A_per_m: number[];
  readonly check_values: {
    B_T: number;
    H_A_per_m: number;
    dH_dB: number;
    energy_density_J_per_m3: number;
  }[];
}
const file = JSON.parse(
  readFileSync(new URL('../../../reference/given.json', import.meta.url), 'utf8'),
) as ReferenceFile & { steel_table: CheckedTable };
const curve = tabulatedCurve(file.steel_table.B_T, file.steel_table.H_A_per_m);

describe('the reference steel', () => {
  // Source: core/reference/given.json, check values made with SciPy's PchipInterpolator.
  it.each(file.steel_table.check_values)('has the check values at $B_T T', (row) => {
    expect(curve.fieldStrength(row.B_T) / row.H_A_per_m).toBeCloseTo(1, 9);
    expect(curve.reluctivity(row.B_T) / row.dH_dB).toBeCloseTo(1, 9);
    expect(curve.energyDensity(row.B_T) / row.energy_density_J_per_m3).toBeCloseTo(1, 8);
  });
});

const KEPT = [
  ['soft-iron', 80, 0.9],
  ['annealed-steel', 150, 0.9],
  ['nail-steel', 400, 1],
  ['bolt-8.8', 900, 1.1],
  ['tool-steel', 3500, 1],
  ['cast-iron', 600, 0.5],
  ['stainless-ferritic', 400, 0.7],
  ['nickel', 300, 0.3],
];

describe('every material', () => {
  it.each(Object.entries(MATERIALS))(
    '%s magnetises alike in both directions',
    (_id, { curve: c }) => {
      for (const b of [0.03, 0.7, 1.9, 2.6]) {
        expect(c.fieldStrength(-b)).toBe(-c.fieldStrength(b));
        expect(c.reluctivity(b)).toBeGreaterThan(0);
      }
    },
  );

  it.each(Object.entries(MATERIALS).filter(([, m]) => m.magnetic))(
    '%s is nowhere more resistant to flux than vacuum',
    (_id, { curve: c }) => {
      for (let b = 0.02; b < 3; b += 0.02) {
        expect(c.reluctivity(b)).toBeLessThanOrEqual(1 / MU_0 + 1e-6);
      }
    },
  );

  // Saturation polarisation of iron 2.15 T, nickel 0.61 T (any handbook, from memory): full a little
  // before that.
  it('is full where its own part of the flux hardly grows', () => {
    for (const id of ['soft-iron', 'annealed-steel', 'nail-steel', 'bolt-8.8'] as const) {
      expect(saturationFluxDensity(MATERIALS[id].curve)).toBeGreaterThan(2);
      expect(saturationFluxDensity(MATERIALS[id].curve)).toBeLessThan(2.2);
    }
    expect(saturationFluxDensity(MATERIALS.nickel.curve)).toBeCloseTo(0.54, 1);
    expect(saturationFluxDensity(MATERIALS['cast-iron'].curve)).toBeLessThan(2);
    expect(saturationFluxDensity(linearCurve(400))).toBe(Infinity);
  });

  it('orders the steels from soft to hard', () => {
    const ids = ['soft-iron', 'annealed-steel', 'nail-steel', 'bolt-8.8', 'tool-steel'] as const;
    const needed = ids.map((id) => MATERIALS[id].curve.fieldStrength(1));
    expect([...needed].sort((p, q) => p - q)).toEqual(needed);
  });

  // Typical, from memory, as materials.ts says: A/m and T.
  it('keeps as much magnetism as such steels do', () => {
    const kept = Object.entries(MATERIALS).flatMap(([id, { coercivity_A_per_m, remanence_T }]) =>
      coercivity_A_per_m > 0 ? [[id, coercivity_A_per_m, remanence_T]] : [],
    );
    expect(kept).toEqual(KEPT);
  });

  it('that is not in the table is refused', () => {
    expect(() => findMaterial('cheese')).toThrow(
      expect.objectContaining({ code: 'STEEL_UNKNOWN' }),
    );
  });
});

describe('a linear material', () => {
  it('stores B²/2μ', () => {
    expect(linearCurve(10).energyDensity(0.5)).toBeCloseTo(0.25 / (20 * MU_0), 6);
  });
});

describe('a spheroid', () => {
  // Osborn, Phys. Rev. 67, 351 (1945), table: 1/3 for a sphere, 0.1736 for 2, 0.0558 for 5,
  // 0.0203 for 10; of discs 0.5272 for a half and 0.8608 for a tenth.
  it.each([
    [0.1, 0.8608],
    [0.5, 0.5272],
    [1, 1 / 3],
    [2, 0.1736],
    [5, 0.0558],
    [10, 0.0203],
  ])('demagnetises itself as a spheroid of aspect %d: %d', (aspect, factor) => {
    expect(spheroidFactor(aspect)).toBeCloseTo(factor, 4);
  });

  it('joins its three forms', () => {
    for (const aspect of [0.999, 1.001]) {
      const [below, above] = [spheroidFactor(aspect - 1e-7), spheroidFactor(aspect + 1e-7)];
      expect(Math.abs(above - below)).toBeLessThan(2e-6);
    }
  });
});
