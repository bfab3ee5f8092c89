import type { Trial } from '@nab/contract/lesson';

/** Trials that were taken out together. */
export interface Burst {
  readonly trials: readonly Trial[];
  /** When the last of them was, ISO 8601, by the server’s clock. */
  readonly at: string;
  /** Why, each reason once. */
  readonly reasons: readonly string[];
}

/** What follows within this time is taken out together. */
const TOGETHER_MS = 120_000;

/** Withdrawn trials in the bursts in which they were taken out, the last first. */
export function burstsOf(withdrawn: readonly Trial[]): Burst[] {
  const inOrder = [...withdrawn].sort((p, q) =>
    q.current.receivedAt.localeCompare(p.current.receivedAt),
  );
  const bursts: Trial[][] = [];
  for (const trial of inOrder) {
    const last = bursts.at(-1)?.at(-1)?.current.receivedAt;
    const apart = last === undefined ? Infinity : timeOf(last) - timeOf(trial.current.receivedAt);
    if (apart <= TOGETHER_MS) bursts.at(-1)!.push(trial);
    else bursts.push([trial]);
  }
  return bursts.map((trials) => ({
    trials,
    at: trials[0]!.current.receivedAt,
    reasons: [...new Set(trials.map(({ current }) => current.reason ?? ''))].filter(Boolean),
  }));
}

const timeOf = (iso: string): number => Date.parse(iso);
