import { predictionFor, type Plan, type Prediction, type Trial } from '@nab/contract';
import {
  CoreError,
  fitLine,
  predictiveBand,
  PRIOR_BELIEF,
  summarise,
  type Band,
  type LineFit,
  type Summary,
} from '@nab/core';
import type { LevelMagnet } from '../investigation/investigation-store';

/** One level: what was counted, what was predicted. */
export interface LevelFinding {
  readonly id: string;
  readonly turns: number;
  readonly summary: Summary | null;
  /** Trials in which the tray was emptied: at least so many, not exactly. */
  readonly emptied: number;
  readonly model: number;
  readonly band: Band;
  /** Mean of the groups' predictions, or null. */
  readonly guess: number | null;
}

export interface Findings {
  readonly levels: readonly LevelFinding[];
  readonly fit: LineFit | null;
  readonly trials: number;
  readonly inBand: number;
  readonly emptied: number;
}

/** Everything step 5 shows, from the trials as they stand. */
export function analyse(
  plan: Plan,
  magnets: readonly LevelMagnet[],
  trials: readonly Trial[],
  predictions: readonly Prediction[],
): Findings {
  const levels = magnets
    .map((magnet): LevelFinding => {
      const here = trials.filter(({ current }) => current.levelId === magnet.id);
      const guesses = plan.groups
        .map((group) => predictionFor(predictions, group.id, magnet.id)?.count)
        .filter((count) => count !== undefined);
      const model = magnet.evaluation?.liftedCount ?? 0;
      return {
        id: magnet.id,
        turns: magnet.turns,
        summary: summarise(here.map(({ current }) => current.count)),
        emptied: here.filter(({ current }) => current.count >= plan.traySize).length,
        model,
        band: predictiveBand(PRIOR_BELIEF, model),
        guess: summarise(guesses)?.mean ?? null,
      };
    })
    .sort((p, q) => p.turns - q.turns);
  const turnsOf = new Map(magnets.map(({ id, turns }) => [id, turns]));
  const bandOf = new Map(levels.map(({ id, band }) => [id, band]));
  // A count that emptied the tray says "at least", so it must not pull the line down.
  const whole = trials.filter(({ current }) => current.count < plan.traySize);
  return {
    levels,
    fit: tryFit(
      whole.map(({ current }) => turnsOf.get(current.levelId) ?? NaN),
      whole.map(({ current }) => current.count),
    ),
    trials: trials.length,
    inBand: trials.filter(({ current }) => {
      const band = bandOf.get(current.levelId);
      // Counts are whole, so a count of 5 stands for 4.5 to 5.5.
      return band && current.count + 0.5 > band.low && current.count - 0.5 < band.high;
    }).length,
    emptied: trials.length - whole.length,
  };
}

function tryFit(x: readonly number[], y: readonly number[]): LineFit | null {
  try {
    return fitLine(x, y);
  } catch (error) {
    if (error instanceof CoreError && error.code === 'TOO_FEW_POINTS') return null;
    throw error;
  }
}
