/// <reference lib="webworker" />
import { sweepDesign, type MagnetDesign, type SweepPoint, type SweptQuantity } from '@nab/core';

/** What the page asks, and what the worker answers; `key` tells answers apart. */
export interface SweepRequest {
  readonly key: number;
  readonly design: MagnetDesign;
  readonly quantities: readonly SweptQuantity[];
}
export interface SweepAnswer {
  readonly key: number;
  readonly sweeps: Readonly<Partial<Record<SweptQuantity, readonly SweepPoint[]>>>;
}

addEventListener('message', ({ data }: MessageEvent<SweepRequest>) => {
  const sweeps = Object.fromEntries(
    data.quantities.map((quantity) => [quantity, sweepDesign(data.design, quantity)]),
  );
  postMessage({ key: data.key, sweeps } satisfies SweepAnswer);
});
