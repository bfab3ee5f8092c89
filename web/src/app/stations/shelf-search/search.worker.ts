/// <reference lib="webworker" />
import {
  searchShelf,
  type SearchLimits,
  type SearchProgress,
  type SearchResult,
  type SearchStock,
} from '@nab/core/experiments';
import { expose } from 'comlink';

export interface SearchRequest {
  readonly stock: SearchStock;
  readonly limits: SearchLimits;
}
export type SearchMessage =
  | { readonly progress: SearchProgress }
  | { readonly result: SearchResult; readonly seconds: number };

/** Progress is told at most so often, ms. */
const TELL_MS = 60;

const api = {
  // Cancelled by ending the worker, so it need not listen while it searches.
  async search(
    { stock, limits }: SearchRequest,
    tell: (message: SearchMessage) => unknown,
  ): Promise<void> {
    const start = performance.now();
    let shown = 0;
    const run = searchShelf(stock, limits);
    for (;;) {
      const step = run.next();
      if (step.done) {
        await tell({ result: step.value, seconds: (performance.now() - start) / 1000 });
        return;
      }
      if (performance.now() - shown < TELL_MS) continue;
      shown = performance.now();
      void tell({ progress: step.value });
    }
  },
};
export type SearchApi = typeof api;

expose(api);
