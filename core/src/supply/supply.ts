import type { Cell } from './cells.js';

/** A source as the circuit sees it. */
export interface Source {
  /** EMF, V. */
  readonly emf: number;
  /** Internal resistance, Ω. */
  readonly resistance: number;
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
