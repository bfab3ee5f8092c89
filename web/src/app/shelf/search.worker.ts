/// <reference lib="webworker" />
import {
  searchShelf,
  type SearchLimits,
  type SearchProgress,
  type SearchResult,
  type SearchStock,
} from '@nab/core';

export interface SearchRequest {
  readonly stock: SearchStock;
  readonly limits: SearchLimits;
}
export type SearchMessage =
  | { readonly progress: SearchProgress }
  | { readonly result: SearchResult; readonly seconds: number };

// Cancelled by ending the worker, so it need not listen while it searches.
addEventListener('message', ({ data }: MessageEvent<SearchRequest>) => {
  const start = performance.now();
  let shown = 0;
  const run = searchShelf(data.stock, data.limits);
  for (;;) {
    const step = run.next();
    if (step.done) {
      const seconds = (performance.now() - start) / 1000;
      postMessage({ result: step.value, seconds } satisfies SearchMessage);
      return;
    }
    if (performance.now() - shown < 60) continue;
    shown = performance.now();
    postMessage({ progress: step.value } satisfies SearchMessage);
  }
});
