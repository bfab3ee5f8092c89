import type { Supply } from './coil.js';

/** What is left of a bank of cells on its way down. */
export interface BankStep {
  /** Cells in all that still drive the coil. */
  readonly cells: number;
  readonly supply: Supply;
}

/**
 * A bank of cells as it is taken away, the fullest first: packs in parallel one pack at a time, so that
 * no string is shorter than its neighbours and charged by them; a single string cell by cell. A bench
 * supply has one step.
 * @param most cells in series to begin with, of a single string.
 */
export function bankSteps(supply: Supply, most: number = supply.series): BankStep[] {
  const { series, parallel, bench } = supply;
  if (bench) return [{ cells: series * parallel, supply }];
  const down = (count: number): number[] => Array.from({ length: count }, (_, k) => count - k);
  return parallel > 1
    ? down(parallel).map((packs) => ({
        cells: packs * series,
        supply: { ...supply, parallel: packs },
      }))
    : down(most).map((cells) => ({ cells, supply: { ...supply, series: cells } }));
}
