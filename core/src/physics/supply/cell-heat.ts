import type { Cell, CellSize } from './cells.js';

/**
 * Mass in grams and outside in cm² of each size, wrapper and case included.
 * Source: sizes after IEC 60086-2, so that the outside is geometry; masses of alkaline cells (of
 * lead-acid and Li-ion for theirs) from data sheets, from memory. Uncertainty: mass 15 %.
 */
const BODIES: Readonly<Record<CellSize, readonly [mass_g: number, outside_cm2: number]>> = {
  AAA: [11.5, 16],
  AA: [23, 26],
  C: [66, 52],
  D: [138, 84],
  '9V': [46, 52],
  lantern: [880, 363],
  'sealed-6V': [750, 302],
  car: [15_000, 2410],
  'tool-18V': [650, 430],
};

/** Heat capacity of a cell, J/kgK: zinc, steel, oxide and electrolyte. Typical, from memory, ± 20 %. */
const HEAT_CAPACITY = 1000;
/** The part of a cell that warms in minutes: the inside, before its case follows. From memory. */
const INSIDE = 0.6;
/** Loss to still air by convection and radiation, W/m²K. Common practice, no source. */
const STILL_AIR = 11;
/** Warmer than this inside and the trial is over, °C: the wrapper is then warm to the hand. Common practice, no source. */
export const WARM_CELL_C = 50;

/**
 * Heat that a cell makes inside itself, W: P = I² r.
 * @param current through one cell, A.
 */
export function cellPower(cell: Cell, current: number): number {
  return current * current * cell.internalResistance_ohm;
}

/**
 * Time until a cell is too warm inside, s, from C dT/dt = I² r − h A (T − T₀) with constant current:
 * t = −(C/hA) ln(1 − hA ΔT/P); Infinity where it never gets so warm, 0 where it is so warm already.
 * @param current through one cell, A. @param ambient °C.
 */
export function cellOnTime(cell: Cell, current: number, ambient: number): number {
  const [mass, outside] = BODIES[cell.size];
  const rise = WARM_CELL_C - ambient;
  if (rise <= 0) return 0;
  const loss = STILL_AIR * outside * 1e-4;
  const power = cellPower(cell, current);
  if (power <= loss * rise) return Infinity;
  const capacity = (mass / 1000) * HEAT_CAPACITY * INSIDE;
  return (-capacity / loss) * Math.log(1 - (loss * rise) / power);
}

/**
 * How often cells can be switched on for a time before half their charge is drawn.
 * @param current through one cell, A. @param onTime s.
 */
export function trialsOfCharge(cell: Cell, current: number, onTime: number): number {
  return Math.floor((0.5 * cell.charge_C) / (current * onTime));
}
