/// <reference lib="webworker" />
import { CoreError } from '@nab/core/errors';
import {
  evaluateMagnet,
  loadAgainstCells,
  loadCurve,
  sweepDesign,
  type CellStep,
  type LoadHeld,
  type MagnetDesign,
  type SweepPoint,
  type SweptQuantity,
} from '@nab/core/experiments';
import { expose } from 'comlink';

export interface ParameterSweeps {
  readonly sweeps: Readonly<Partial<Record<SweptQuantity, readonly SweepPoint[]>>>;
  /** Load held against the contact gap; empty when the magnet cannot be built. */
  readonly load: readonly LoadHeld[];
  /** The same as cells are taken away one by one. */
  readonly cells: readonly CellStep[];
}

const MOST_CELLS = 6;

const api = {
  sweep(design: MagnetDesign, quantities: readonly SweptQuantity[]): ParameterSweeps {
    return {
      sweeps: Object.fromEntries(
        quantities.map((quantity) => [quantity, sweepDesign(design, quantity)]),
      ),
      ...loadsOf(design),
    };
  },
};
export type SweepApi = typeof api;

expose(api);

function loadsOf(design: MagnetDesign): Pick<ParameterSweeps, 'load' | 'cells'> {
  try {
    return {
      load: loadCurve(design, evaluateMagnet(design)),
      cells: loadAgainstCells(design, Math.max(MOST_CELLS, design.supply.series)),
    };
  } catch (error) {
    if (error instanceof CoreError) return { load: [], cells: [] };
    throw error;
  }
}
