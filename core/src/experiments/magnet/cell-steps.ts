/** What is held with so many cells. */
export interface CellStep {
  /** In all. */
  readonly cells: number;
  /** kg, as expected and between which values it is likely to lie. */
  readonly load: number;
  readonly low: number;
  readonly high: number;
  /** From the supply, A, and how long it may flow, s. */
  readonly current: number;
  readonly allowedOnTime: number;
}

/** Contact gaps of a class's magnets and plates spread by this factor either way. Common practice, no source. */
export const GAP_SPREAD = 2;
/** And the steel's curve by this share of the pull. From memory. */
export const STEEL_SPREAD = 0.1;

/**
 * Fewest cells that hold a load, surely (low end of the band) and as expected; null when
 * even the most do not.
 */
export function cellsToHold(
  steps: readonly CellStep[],
  load: number,
): { readonly expected: number | null; readonly surely: number | null } {
  const fewest = (holds: (step: CellStep) => boolean): number | null => {
    const enough = steps.filter(holds).map(({ cells }) => cells);
    return enough.length > 0 ? Math.min(...enough) : null;
  };
  return {
    expected: fewest((step) => step.load >= load),
    surely: fewest((step) => step.low >= load),
  };
}
