import { summarise, welch } from '../../statistics/index.js';
import type { FindingGuess, LevelFinding } from './findings.js';

/** How far predictions lay off what was read, over the levels for which both were made. */
export interface PredictionScores {
  readonly levels: number;
  /** Mean distance of the groups' mean prediction from the mean reading, SI or a count. */
  readonly groups: number;
  /** The same of Nab's. */
  readonly model: number;
}

/** @returns null where there is no level with both predictions and a reading. */
export function predictionScores(levels: readonly LevelFinding[]): PredictionScores | null {
  const both = levels.flatMap(({ summary, guess, model }) =>
    summary && guess !== null && model !== null
      ? [[Math.abs(guess - summary.mean), Math.abs(model - summary.mean)] as const]
      : [],
  );
  if (both.length === 0) return null;
  const mean = (k: 0 | 1): number => both.reduce((sum, one) => sum + one[k], 0) / both.length;
  return { levels: both.length, groups: mean(0), model: mean(1) };
}

/** How far a kind of prediction lay off, as a share of what was then read. */
export interface PredictionError {
  readonly guesses: number;
  /** Mean of |predicted − mean reading| over the mean reading. */
  readonly meanRelativeError: number;
}

/** Of levels that read less than this share of the largest mean a share of the reading says nothing. */
const NEXT_TO_NOTHING = 0.1;

/**
 * How good the groups' predictions were before they had tried anything, and after their first trials.
 * Levels at which next to nothing was read are left out.
 * @returns null where there are none of either kind, or nothing but zeros was read; p is the chance of
 * so large a difference, were there none (Welch).
 */
export function predictionErrorBeforeAfter(
  levels: readonly LevelFinding[],
  guesses: readonly FindingGuess[],
): {
  readonly before: PredictionError;
  readonly after: PredictionError;
  readonly p: number;
} | null {
  const keyOf = (one: { levelId: string; seriesId: string | null }): string =>
    `${one.levelId} ${one.seriesId ?? ''}`;
  const means = new Map(levels.map((level) => [keyOf(level), level.summary?.mean ?? 0]));
  const least = NEXT_TO_NOTHING * Math.max(0, ...means.values());
  const off = (some: readonly FindingGuess[]): number[] =>
    some.flatMap((guess) => {
      const mean = means.get(keyOf(guess)) ?? 0;
      return guess.value !== null && mean > least ? [Math.abs(guess.value - mean) / mean] : [];
    });
  const before = off(guesses.filter(({ seen }) => seen === 0));
  const after = off(guesses.filter(({ seen }) => seen > 0));
  const [first, later] = [summarise(before), summarise(after)];
  return (
    first &&
    later && {
      before: { guesses: first.n, meanRelativeError: first.mean },
      after: { guesses: later.n, meanRelativeError: later.mean },
      p: welch(before, after)?.p ?? 1,
    }
  );
}
