import type { Plan, Trial } from '@nab/contract';
import { formatNumber, measureOf, summarise } from '@nab/core';
import { caseText } from './case-words.js';

/** A level and its line. */
interface At {
  readonly levelId: string;
  readonly seriesId: string | null;
}

/** What hung before the current was on, and after it was off again, at one level. */
export interface SwitchedRow {
  readonly key: string;
  readonly name: string;
  /** Trials with a check before, and those of them in which something hung already. */
  readonly checked: string;
  readonly before: string;
  /** Mean of what stayed, the most of it, and its share of what was lifted. */
  readonly stayed: string;
  readonly most: string;
  readonly share: string;
}

/** Trials of a place whose readings are counts. */
function countsAt(trials: readonly Trial[], { levelId, seriesId }: At) {
  return trials.flatMap(({ current }) => {
    const { outcome } = current;
    const here = current.levelId === levelId && current.seriesId === seriesId;
    return here && outcome.kind === 'count' ? [outcome] : [];
  });
}

/** The checks with the current off and what stayed stuck, level by level; none where nobody looked. */
export function switchedRows(
  plan: Plan,
  places: readonly At[],
  trials: readonly Trial[],
): SwitchedRow[] {
  return places.flatMap((at): SwitchedRow[] => {
    const counts = countsAt(trials, at);
    const off = counts.flatMap((one) => (one.off === null ? [] : [one.off]));
    const stuck = counts.flatMap((one) => (one.stuck === null ? [] : [one]));
    if (off.length === 0 && stuck.length === 0) return [];
    const stayed = summarise(stuck.map((one) => one.stuck!));
    const lifted = stuck.reduce((sum, { count }) => sum + count, 0);
    const all = stuck.reduce((sum, one) => sum + one.stuck!, 0);
    return [
      {
        key: `${at.levelId} ${at.seriesId ?? ''}`,
        name: caseText(plan, at),
        checked: String(off.length),
        before: off.length === 0 ? '–' : String(off.filter((n) => n > 0).length),
        stayed: stayed ? formatNumber(stayed.mean, 2) : '–',
        most: stayed ? String(stayed.greatest) : '–',
        share: lifted > 0 ? `${Math.round((100 * all) / lifted)} %` : '–',
      },
    ];
  });
}

/** Both ends of a magnet at one level. */
export interface EndsRow {
  readonly key: string;
  readonly name: string;
  readonly trials: number;
  readonly first: string;
  readonly second: string;
  readonly difference: string;
}

/**
 * What each end lifted, level by level, and by how much the first is ahead, with the 95 % interval of
 * the mean of differences within a trial; none where the ends were not counted apart.
 */
export function endsRows(plan: Plan, places: readonly At[], trials: readonly Trial[]): EndsRow[] {
  if (!measureOf(plan.measure).parts) return [];
  return places.flatMap((at): EndsRow[] => {
    const parts = countsAt(trials, at).flatMap((one) =>
      one.parts?.length === 2 ? [one.parts] : [],
    );
    const apart = summarise(parts.map(([first = 0, second = 0]) => first - second));
    if (!apart) return [];
    const mean = (end: number): string =>
      formatNumber(summarise(parts.map((both) => both[end]!))!.mean, 3);
    const half = Number.isFinite(apart.interval95) ? ` ± ${formatNumber(apart.interval95, 2)}` : '';
    const sign = apart.mean > 0 ? '+' : '';
    return [
      {
        key: `${at.levelId} ${at.seriesId ?? ''}`,
        name: caseText(plan, at),
        trials: parts.length,
        first: mean(0),
        second: mean(1),
        difference: `${sign}${formatNumber(apart.mean, 2)}${half}`,
      },
    ];
  });
}
