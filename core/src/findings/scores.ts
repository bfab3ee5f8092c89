import type { LevelFinding } from './findings.js';

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
