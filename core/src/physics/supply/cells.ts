import { CoreError } from '../../errors.js';

export type Chemistry = 'zinc-carbon' | 'alkaline' | 'nimh' | 'lithium' | 'lead-acid' | 'li-ion';
export type CellSize =
  'AAA' | 'AA' | 'C' | 'D' | '9V' | 'lantern' | 'sealed-6V' | 'car' | 'tool-18V';

/** A fresh cell (or block of cells sold as one) at room temperature. */
export interface Cell {
  readonly chemistry: Chemistry;
  readonly size: CellSize;
  /** Open-circuit voltage, V. */
  readonly emf_V: number;
  /** Internal resistance, Ω. */
  readonly internalResistance_ohm: number;
  /** Charge to the end of discharge at classroom currents, C. */
  readonly charge_C: number;
}

export const CHEMISTRIES: Readonly<Record<Chemistry, string>> = {
  'zinc-carbon': 'Zinc-carbon',
  alkaline: 'Alkaline',
  nimh: 'NiMH, rechargeable',
  lithium: 'Lithium, not rechargeable',
  'lead-acid': 'Lead-acid (demonstration only)',
  'li-ion': 'Li-ion pack (demonstration only)',
};

export const CELL_SIZES: Readonly<Record<CellSize, string>> = {
  AAA: 'AAA',
  AA: 'AA',
  C: 'C',
  D: 'D',
  '9V': '9 V block',
  lantern: '6 V lantern',
  'sealed-6V': '6 V sealed',
  car: '12 V car battery',
  'tool-18V': '18 V tool pack',
};

/** Whether that size is one cell, and no block or battery of several. */
export const isSingleCell = (size: CellSize): boolean =>
  size === 'AAA' || size === 'AA' || size === 'C' || size === 'D';

/**
 * Typical fresh cells at 20 °C: chemistry, size, EMF in V, internal resistance in Ω, charge in mAh
 * at about 0.5–1 A.
 * Source: sizes after IEC 60086-2; values typical, from memory, to be replaced by a measurement.
 * Valid range: 15–25 °C, fresh. Uncertainty: EMF 3 %, internal resistance within ×/÷ 1.5.
 */
const CELL_TABLE: readonly (readonly [Chemistry, CellSize, number, number, number])[] = [
  ['zinc-carbon', 'AAA', 1.6, 0.6, 250],
  ['zinc-carbon', 'AA', 1.6, 0.45, 500],
  ['zinc-carbon', 'C', 1.6, 0.35, 1500],
  ['zinc-carbon', 'D', 1.6, 0.28, 3500],
  ['zinc-carbon', '9V', 9.4, 5, 200],
  ['zinc-carbon', 'lantern', 6.4, 0.9, 6000],
  ['alkaline', 'AAA', 1.58, 0.25, 700],
  ['alkaline', 'AA', 1.58, 0.18, 1600],
  ['alkaline', 'C', 1.58, 0.14, 5000],
  ['alkaline', 'D', 1.58, 0.12, 10000],
  ['alkaline', '9V', 9.4, 1.7, 400],
  ['alkaline', 'lantern', 6.3, 0.45, 16000],
  ['nimh', 'AAA', 1.25, 0.07, 800],
  ['nimh', 'AA', 1.25, 0.04, 2000],
  ['nimh', 'C', 1.25, 0.03, 4000],
  ['nimh', 'D', 1.25, 0.025, 8000],
  ['lithium', 'AAA', 1.75, 0.18, 1200],
  ['lithium', 'AA', 1.75, 0.12, 3000],
  ['lead-acid', 'sealed-6V', 6.4, 0.03, 4000],
  ['lead-acid', 'car', 12.7, 0.006, 45000],
  ['li-ion', 'tool-18V', 20, 0.08, 2000],
];

export const CELLS: readonly Cell[] = CELL_TABLE.map(([chemistry, size, emf, r, mAh]) => ({
  chemistry,
  size,
  emf_V: emf,
  internalResistance_ohm: r,
  charge_C: mAh * 3.6,
}));

/**
 * Supplies that can deliver a hundred amperes and more: for demonstrations by an adult, with a fuse.
 */
export function isDemonstrationSupply(chemistry: Chemistry): boolean {
  return chemistry === 'lead-acid' || chemistry === 'li-ion';
}

/** Ratings of blade and bolt-down fuses, A. Common practice, no source. */
const FUSES_A = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100, 125, 150, 200];

/** The smallest fuse that a steady current does not blow: a quarter above it; null beyond 200 A. */
export function fuseFor(current: number): number | null {
  return FUSES_A.find((rating) => rating >= 1.25 * current) ?? null;
}

/** @throws CoreError CELL_UNKNOWN when the chemistry is not made in that size. */
export function findCell(chemistry: Chemistry, size: CellSize): Cell {
  const cell = CELLS.find((c) => c.chemistry === chemistry && c.size === size);
  if (cell) return cell;
  throw new CoreError(
    'CELL_UNKNOWN',
    `${CHEMISTRIES[chemistry]} cells are not made in size ${CELL_SIZES[size]}.`,
    { chemistry, size },
  );
}
