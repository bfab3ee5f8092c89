import type { Cell } from './cells.js';

/** A source as the circuit sees it. */
export interface Source {
  /** EMF, V. */
  readonly emf: number;
  /** Internal resistance, Ω. */
  readonly resistance: number;
  /** Current beyond which a bench supply lowers its voltage, A; absent for cells. */
  readonly currentLimit?: number;
}

/**
 * Equal cells, n_s in series in each of n_p parallel strings: E = n_s E₁, r = r₁ n_s / n_p.
 * @param series n_s, whole, ≥ 1.
 * @param parallel n_p, whole, ≥ 1.
 */
export function combineCells(cell: Cell, series: number, parallel: number): Source {
  return {
    emf: cell.emf_V * series,
    resistance: (cell.internalResistance_ohm * series) / parallel,
  };
}

/** A regulated bench supply: its set voltage up to its current limit. V, A. */
export function benchSupply(voltage: number, currentLimit: number): Source {
  return { emf: voltage, resistance: 0, currentLimit };
}

/**
 * Internal resistance from two readings of one voltmeter: open, and with a known resistor across the
 * cell: r = R (E/V − 1).
 * @param open E, V. @param loaded V, V, below E. @param load R, Ω, > 0.
 * @returns Ω; NaN when the readings cannot belong to a cell (loaded not below open, or not positive).
 */
export function measuredResistance(open: number, loaded: number, load: number): number {
  return open > loaded && loaded > 0 && load > 0 ? load * (open / loaded - 1) : NaN;
}
