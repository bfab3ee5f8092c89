import { MonotoneCubic } from '../../numerics/index.js';
import type { Cell, Chemistry } from './cells.js';

/**
 * How cells fade, by chemistry: EMF as a fraction of the fresh one and internal resistance as a
 * multiple, when half and when nine tenths of the charge are drawn; and k of r(T) = r(20 °C)
 * e^(k (20 °C − T)).
 * Source: typical discharge curves of handbooks, values from memory.
 * Valid range: 0–95 % drawn, 0–40 °C. Uncertainty: EMF 4 %, resistance within ×/÷ 1.5.
 */
const FADING: Readonly<
  Record<
    Chemistry,
    {
      readonly emf: readonly [number, number];
      readonly resistance: readonly [number, number];
      readonly cold_per_K: number;
    }
  >
> = {
  'zinc-carbon': { emf: [0.85, 0.72], resistance: [1.7, 3.5], cold_per_K: 0.045 },
  alkaline: { emf: [0.86, 0.76], resistance: [1.4, 2.5], cold_per_K: 0.035 },
  nimh: { emf: [0.98, 0.93], resistance: [1.05, 1.3], cold_per_K: 0.025 },
  lithium: { emf: [0.97, 0.9], resistance: [1.1, 1.6], cold_per_K: 0.02 },
  'lead-acid': { emf: [0.97, 0.92], resistance: [1.2, 1.8], cold_per_K: 0.015 },
  'li-ion': { emf: [0.92, 0.84], resistance: [1.1, 1.5], cold_per_K: 0.03 },
};

/** More than this and the cell is empty. */
export const MOST_USED = 0.95;

const DRAWN = Float64Array.of(0, 0.5, 0.9, 1);

/** Beyond nine tenths the curves fall on at twice their last pace. */
const curveThrough = ([half, most]: readonly [number, number]): MonotoneCubic =>
  new MonotoneCubic(DRAWN, Float64Array.of(1, half, most, most + (most - half) / 2));

const CURVES = new Map(
  Object.entries(FADING).map(([chemistry, { emf, resistance }]) => [
    chemistry,
    { emf: curveThrough(emf), resistance: curveThrough(resistance) },
  ]),
);

/**
 * A cell after part of its charge was drawn, at some temperature.
 * @param used fraction drawn, 0 … 0.95. @param temperature of the cell, K.
 */
export function cellInUse(cell: Cell, used: number, temperature: number): Cell {
  const { cold_per_K } = FADING[cell.chemistry];
  const { emf, resistance } = CURVES.get(cell.chemistry)!;
  return {
    ...cell,
    emf_V: cell.emf_V * emf.value(used),
    internalResistance_ohm:
      cell.internalResistance_ohm *
      resistance.value(used) *
      Math.exp(cold_per_K * (293.15 - temperature)),
    charge_C: cell.charge_C * (1 - used),
  };
}
