import { formatNumber } from '@nab/core/quantities';
import type { FactorWords } from '@nab/words/findings';
import type { ChartPoint } from '../../ui/charts';
import type { OwnLine } from './own-line';

/** What is said of a line by eye. */
export interface OwnLineWords {
  readonly equation: string;
  readonly slope: string;
  /** How far readings lie off it, and off the least-squares line. */
  readonly against: string;
}

/**
 * A line by eye in words, in the axes’ units.
 * @param ends lowest and highest level. @param best the least-squares line; null where there is none.
 */
export function ownLineWords(
  { low, high }: OwnLine,
  [least, most]: readonly [number, number],
  points: readonly ChartPoint[],
  { words, best }: { readonly words: FactorWords; readonly best: ((x: number) => number) | null },
): OwnLineWords {
  const { term, read, unit, one } = words;
  const rise = high - low;
  const slope = rise / (most - least);
  const height = low - slope * least;
  const exact = points.filter(({ censored }) => !censored);
  const off = (at: (x: number) => number): string =>
    formatNumber(
      Math.sqrt(exact.reduce((sum, p) => sum + (p.y - at(p.x)) ** 2, 0) / exact.length),
      2,
    );
  const mine = off((x) => height + slope * x);
  return {
    equation: `${read} = ${formatNumber(slope)} × ${term} ${height < 0 ? '−' : '+'} ${formatNumber(Math.abs(height))}`,
    slope: `slope = rise ÷ run = ${formatNumber(rise)} ÷ ${formatNumber(most - least)} = ${formatNumber(slope)} ${unit} per ${one}`,
    against: `RMS error: your line ${mine} ${unit}, best-fit line ${best ? off(best) : '–'} ${unit}.`,
  };
}
