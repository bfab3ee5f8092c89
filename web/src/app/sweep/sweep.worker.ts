/// <reference lib="webworker" />
import {
  CoreError,
  evaluateMagnet,
  loadCurve,
  sweepDesign,
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
}

addEventListener('message', ({ data }: MessageEvent<SweepRequest>) => {
  const sweeps = Object.fromEntries(
    data.quantities.map((quantity) => [quantity, sweepDesign(data.design, quantity)]),
  );
  postMessage({ key: data.key, sweeps, load: loadOf(data.design) } satisfies SweepAnswer);
});

function loadOf(design: MagnetDesign): LoadHeld[] {
  try {
    return loadCurve(design, evaluateMagnet(design));
  } catch (error) {
    if (error instanceof CoreError) return [];
    throw error;
  }
}
