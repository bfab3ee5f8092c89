import { describe, expect, it } from 'vitest';
import {
  cellInUse,
  CELLS,
  CHEMISTRIES,
  combineCells,
  findCell,
  fuseFor,
  isDemonstrationSupply,
  type CellSize,
  type Chemistry,
} from './index.js';

/**
 * Typical cells as a bench sees them: volts open, amperes when shorted, watt-hours.
 * Source: typical values from memory, as the table of cells says; they hold it in place.
 */
const AT_THE_BENCH: readonly [Chemistry, CellSize, number, number, number][] = [
  ['zinc-carbon', 'AAA', 1.6, 2.667, 0.4],
  ['zinc-carbon', 'AA', 1.6, 3.556, 0.8],
  ['zinc-carbon', 'C', 1.6, 4.571, 2.4],
  ['zinc-carbon', 'D', 1.6, 5.714, 5.6],
  ['zinc-carbon', '9V', 9.4, 1.88, 1.88],
  ['zinc-carbon', 'lantern', 6.4, 7.111, 38.4],
  ['alkaline', 'AAA', 1.58, 6.32, 1.106],
  ['alkaline', 'AA', 1.58, 8.778, 2.528],
  ['alkaline', 'C', 1.58, 11.286, 7.9],
  ['alkaline', 'D', 1.58, 13.167, 15.8],
  ['alkaline', '9V', 9.4, 5.529, 3.76],
  ['alkaline', 'lantern', 6.3, 14, 100.8],
  ['nimh', 'AAA', 1.25, 17.857, 1],
  ['nimh', 'AA', 1.25, 31.25, 2.5],
  ['nimh', 'C', 1.25, 41.667, 5],
  ['nimh', 'D', 1.25, 50, 10],
  ['lithium', 'AAA', 1.75, 9.722, 2.1],
  ['lithium', 'AA', 1.75, 14.583, 5.25],
  ['lead-acid', 'sealed-6V', 6.4, 213.33, 25.6],
  ['lead-acid', 'car', 12.7, 2116.7, 571.5],
  ['li-ion', 'tool-18V', 20, 250, 40],
];

describe('the table of cells', () => {
  it.each(AT_THE_BENCH)('%s %s has %d V, %d A shorted and %d Wh', (chemistry, size, v, a, wh) => {
    const { emf_V, internalResistance_ohm, charge_C } = findCell(chemistry, size);
    expect(emf_V).toBe(v);
    expect(emf_V / internalResistance_ohm / a).toBeCloseTo(1, 3);
    expect((emf_V * charge_C) / 3600 / wh).toBeCloseTo(1, 6);
  });

  it('has no cell that is not held in place here', () => {
    expect(CELLS).toHaveLength(AT_THE_BENCH.length);
  });

  it('lets groups have dry cells alone', () => {
    const chemistries = Object.keys(CHEMISTRIES) as Chemistry[];
    expect(chemistries.filter(isDemonstrationSupply)).toEqual(['lead-acid', 'li-ion']);
  });
});

describe('a cell in use', () => {
  const fresh = findCell('alkaline', 'D');
  const at = (chemistry: Chemistry, used: number, celsius = 20) => {
    const sizes: Partial<Record<Chemistry, CellSize>> = {
      'lead-acid': 'car',
      'li-ion': 'tool-18V',
    };
    const cell = findCell(chemistry, sizes[chemistry] ?? 'AA');
    const now = cellInUse(cell, used, celsius + 273.15);
    return [now.emf_V / cell.emf_V, now.internalResistance_ohm / cell.internalResistance_ohm];
  };

  it('is as fresh as new when nothing was drawn at 20 °C', () => {
    const cell = cellInUse(fresh, 0, 293.15);
    expect(cell).toEqual(fresh);
  });

  // Source: typical discharge curves, from memory, as the table of fading says.
  it.each<[Chemistry, number, number, number, number]>([
    ['zinc-carbon', 0.85, 1.7, 0.72, 3.5],
    ['alkaline', 0.86, 1.4, 0.76, 2.5],
    ['nimh', 0.98, 1.05, 0.93, 1.3],
    ['lithium', 0.97, 1.1, 0.9, 1.6],
    ['lead-acid', 0.97, 1.2, 0.92, 1.8],
    ['li-ion', 0.92, 1.1, 0.84, 1.5],
  ])('%s fades as the table says at half and nine tenths', (chemistry, e5, r5, e9, r9) => {
    expect(at(chemistry, 0.5)).toEqual([expect.closeTo(e5, 9), expect.closeTo(r5, 9)]);
    expect(at(chemistry, 0.9)).toEqual([expect.closeTo(e9, 9), expect.closeTo(r9, 9)]);
  });

  it('falls on at twice the pace beyond nine tenths', () => {
    const cell = { ...fresh, chemistry: 'alkaline' as const };
    const slope = (a: number, b: number): number =>
      (cellInUse(cell, b, 293.15).emf_V - cellInUse(cell, a, 293.15).emf_V) / (b - a);
    // 0.10 over 0.4 of the charge, then 0.05 over a tenth.
    expect(slope(0.9, 1) / fresh.emf_V).toBeCloseTo(-0.5, 6);
  });

  it('has more resistance in the cold: ×1.42 at 10 °C for alkaline', () => {
    expect(at('alkaline', 0, 10)[1]).toBeCloseTo(Math.exp(0.35), 9);
    expect(at('zinc-carbon', 0, 10)[1]).toBeCloseTo(Math.exp(0.45), 9);
    expect(at('nimh', 0, 10)[1]).toBeCloseTo(Math.exp(0.25), 9);
    expect(at('lithium', 0, 10)[1]).toBeCloseTo(Math.exp(0.2), 9);
    expect(at('lead-acid', 0, 10)[1]).toBeCloseTo(Math.exp(0.15), 9);
    expect(at('li-ion', 0, 10)[1]).toBeCloseTo(Math.exp(0.3), 9);
    expect(at('alkaline', 0, 10)[0]).toBe(1);
  });

  it('has the charge left that was not drawn', () => {
    expect(cellInUse(fresh, 0.3, 293.15).charge_C).toBeCloseTo(0.7 * fresh.charge_C, 9);
  });

  it('adds up in packs: voltage along, current side by side', () => {
    expect(combineCells(fresh, 2, 1)).toEqual({ emf: 3.16, resistance: 0.24 });
    expect(combineCells(fresh, 1, 2).resistance).toBeCloseTo(0.06, 12);
  });
});

describe('a fuse', () => {
  // Ratings of blade and bolt-down fuses: common practice, no source.
  it.each([1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100, 125, 150, 200])(
    'rated %d A bears four fifths of that',
    (rating) => {
      expect(fuseFor(0.8 * rating - 1e-9)).toBe(rating);
      expect(fuseFor(0.8 * rating + 0.001)).not.toBe(rating);
    },
  );

  it('beyond 160 A is none that is sold', () => {
    expect(fuseFor(161)).toBeNull();
  });
});
