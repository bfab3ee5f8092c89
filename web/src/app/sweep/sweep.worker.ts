/// <reference lib="webworker" />
import {
  CoreError,
  evaluateMagnet,
  loadAgainstCells,
  loadCurve,
  sweepDesign,
  type CellStep,
  type LoadHeld,
  type MagnetDesign,
  type SweepPoint,
  type SweptQuantity,
} from '@nab/core';

/** What the page asks, and what the worker answers; `key` tells answers apart. */
export interface SweepRequest {
  readonly key: number;
  readonly design: MagnetDesign;
  readonly quantities: readonly SweptQuantity[];
}
export interface SweepAnswer {
  readonly key: number;
  readonly sweeps: Readonly<Partial<Record<SweptQuantity, readonly SweepPoint[]>>>;
  /** Load held against the contact gap; empty when the magnet cannot be built. */
  readonly load: readonly LoadHeld[];
  /** The same as cells are taken away one by one. */
  readonly cells: readonly CellStep[];
}

const MOST_CELLS = 6;

addEventListener('message', ({ data }: MessageEvent<SweepRequest>) => {
  const sweeps = Object.fromEntries(
    data.quantities.map((quantity) => [quantity, sweepDesign(data.design, quantity)]),
  );
  postMessage({ key: data.key, sweeps, ...loadsOf(data.design) } satisfies SweepAnswer);
});

function loadsOf(design: MagnetDesign): Pick<SweepAnswer, 'load' | 'cells'> {
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
