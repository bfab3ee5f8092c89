import { valueOf, type FindingGuess, type FindingTrial } from '@nab/core/lesson';
import type { Poll } from './poll.js';
import type { Arrived, Prediction, Reading } from './resources.js';

/** A trial after all corrections: the newest correction, with the original and all in between. */
export interface Trial {
  readonly id: string;
  readonly current: Reading;
  readonly history: readonly Reading[];
}

/** A record as its tablet sent it, without what the server added. */
export function sentOf<T extends Reading | Prediction>(record: T): Omit<T, keyof Arrived> {
  const { id: _id, receivedAt: _at, arrival: _n, ...body } = record;
  return body;
}

const byArrival = (p: Reading, q: Reading): number => p.arrival - q.arrival;

/**
 * Folds readings into trials: a correction replaces what it corrects, a withdrawal takes the trial
 * out of the result (it stays in the history). The server's order decides, not the tablets' clocks.
 */
export function foldTrials(readings: readonly Reading[]): {
  trials: Trial[];
  withdrawn: Trial[];
} {
  const originOf = new Map<string, string>();
  const histories = new Map<string, Reading[]>();
  const inOrder = [...readings].sort(
    (p, q) => Number(p.corrects !== null) - Number(q.corrects !== null),
  );
  // Corrections of corrections may arrive in any order, so repeat until none can be placed.
  let pending = inOrder;
  while (pending.length > 0) {
    const left: Reading[] = [];
    for (const reading of pending) {
      const origin = reading.corrects === null ? reading.id : originOf.get(reading.corrects);
      if (origin === undefined) {
        left.push(reading);
        continue;
      }
      originOf.set(reading.id, origin);
      histories.set(origin, [...(histories.get(origin) ?? []), reading]);
    }
    if (left.length === pending.length) break;
    pending = left;
  }
  const all = [...histories.entries()].map(([id, history]): Trial => {
    const ordered = [history[0]!, ...history.slice(1).sort(byArrival)];
    return { id, history: ordered, current: ordered[ordered.length - 1]! };
  });
  all.sort((p, q) => byArrival(p.history[0]!, q.history[0]!));
  return {
    trials: all.filter((trial) => !trial.current.withdrawn),
    withdrawn: all.filter((trial) => trial.current.withdrawn),
  };
}

/** The prediction in force for a group at a level of a line: the last one that arrived. */
export function predictionFor(
  predictions: readonly Prediction[],
  groupId: string,
  levelId: string,
  seriesId: string | null = null,
): Prediction | null {
  return predictions
    .filter(
      (p) => p.groupId === groupId && p.levelId === levelId && (p.seriesId ?? null) === seriesId,
    )
    .reduce<Prediction | null>(
      (last, p) => (last === null || p.arrival >= last.arrival ? p : last),
      null,
    );
}

/** Trials and predictions as the core's findings read them. */
export function toFindings(
  trials: readonly Trial[],
  predictions: readonly Prediction[],
): { trials: FindingTrial[]; guesses: FindingGuess[] } {
  const inForce = predictions.filter(
    (p) => predictionFor(predictions, p.groupId, p.levelId, p.seriesId ?? null)?.id === p.id,
  );
  const made = new Map<string, number[]>();
  for (const { current, history } of trials) {
    const when = Date.parse(history[0]!.recordedAt);
    const own = made.get(current.groupId);
    if (own) own.push(when);
    else made.set(current.groupId, [when]);
  }
  return {
    trials: trials.map(({ id, current }) => ({
      id,
      groupId: current.groupId,
      levelId: current.levelId,
      seriesId: current.seriesId,
      outcome: current.outcome,
      model: current.model,
    })),
    guesses: inForce.map(({ groupId, levelId, seriesId, value, recordedAt }) => ({
      levelId,
      seriesId,
      value,
      // Both by the clock of the tablet that the group holds.
      seen: (made.get(groupId) ?? []).filter((when) => when < Date.parse(recordedAt)).length,
    })),
  };
}

/** What came of what was voted on: the first reading there after the vote was opened; null before. */
export function cameOf(
  { levelId, seriesId, openedAt }: Pick<Poll, 'levelId' | 'seriesId' | 'openedAt'>,
  trials: readonly Trial[],
): number | null {
  const found = trials.find(
    ({ current, history }) =>
      current.levelId === levelId &&
      current.seriesId === seriesId &&
      history[0]!.recordedAt > openedAt,
  );
  const value = found ? valueOf(found.current.outcome, null).value : NaN;
  return Number.isNaN(value) ? null : value;
}
