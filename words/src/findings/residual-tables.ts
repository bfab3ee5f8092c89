import type { Plan, Prediction, Trial } from '@nab/contract/lesson';
import { chanceLifted } from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { formatNumber, parseQuantity } from '@nab/core/quantities';
import { measureOf, type Case } from '@nab/core/lesson';
import { summarise } from '@nab/core/statistics';
import { caseText } from '../lesson/index.js';
import { percentText } from '../terms/index.js';

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

/** One of several objects: at each level in how many of the trials it was lifted. */
export interface ObjectRow {
  readonly id: string;
  readonly name: string;
  readonly cells: readonly {
    readonly key: string;
    /** `2 of 4`; a dash without trials. */
    readonly lifted: string;
    /** In how many of the groups' predictions it was. */
    readonly guessed: string;
    /** What Nab says; a dash where it does not know material and mass. */
    readonly model: string;
  }[];
  /** In how many trials of all levels, for the conclusion. */
  readonly lifted: number;
  readonly trials: number;
}

/** Stands between names of objects in a prediction. */
const BETWEEN_NAMES = '; ';

/** A prediction of several objects as it is kept: the names of those that will be lifted. */
export const objectsGuess = (names: readonly string[]): string =>
  names.length === 0 ? 'None' : names.join(BETWEEN_NAMES);

/** Object by object what was lifted; none of other measures. */
export function objectRows(
  plan: Plan,
  places: readonly (At & Pick<Case, 'subject'>)[],
  trials: readonly Trial[],
  predictions: readonly Pick<Prediction, 'levelId' | 'seriesId' | 'words'>[],
): ObjectRow[] {
  if (measureOf(plan.measure).data !== 'objects') return [];
  const share = (yes: number, all: number): string => (all === 0 ? '–' : `${yes} of ${all}`);
  return plan.objects.map((object): ObjectRow => {
    const tried = trials.flatMap(({ current }) => {
      const { outcome, levelId, seriesId } = current;
      return outcome.kind === 'objects' && object.id in outcome.lifted
        ? [{ levelId, seriesId, yes: outcome.lifted[object.id]! }]
        : [];
    });
    const cells = places.map((at) => {
      const here = <T extends At>(list: readonly T[]): T[] =>
        list.filter(({ levelId, seriesId }) => levelId === at.levelId && seriesId === at.seriesId);
      const read = here(tried);
      const guesses = here(predictions).flatMap(({ words }) => words ?? []);
      const said = guesses.filter((words) => words.split(BETWEEN_NAMES).includes(object.name));
      return {
        key: `${at.levelId} ${at.seriesId ?? ''}`,
        lifted: share(read.filter(({ yes }) => yes).length, read.length),
        guessed: share(said.length, guesses.length),
        model: chanceText(chanceOf(object, at.subject)),
      };
    });
    const yes = tried.filter((one) => one.yes).length;
    return { id: object.id, name: object.name, cells, lifted: yes, trials: tried.length };
  });
}

/** Null where Nab does not know what the object is, or the magnet cannot be built. */
function chanceOf(
  { material, mass }: Plan['objects'][number],
  subject: Case['subject'],
): number | null {
  if (!material || !mass || !subject) return null;
  try {
    return chanceLifted(subject, { material, mass: parseQuantity(mass, 'mass').si });
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

const chanceText = (chance: number | null): string =>
  chance === null
    ? '–'
    : chance === 0
      ? 'no'
      : chance > 0.95
        ? 'yes'
        : chance < 0.05
          ? 'hardly'
          : percentText(chance);

/** What was always lifted, what sometimes, and what never; null without trials. */
export function objectsConclusion(rows: readonly ObjectRow[]): string | null {
  const tried = rows.filter(({ trials }) => trials > 0);
  if (tried.length === 0) return null;
  const named = (which: (row: ObjectRow) => boolean): string =>
    tried
      .filter(which)
      .map(({ name }) => name)
      .join(', ');
  const parts = [
    ['Always lifted', named(({ lifted, trials }) => lifted === trials)],
    ['Sometimes', named(({ lifted, trials }) => lifted > 0 && lifted < trials)],
    ['Never', named(({ lifted }) => lifted === 0)],
  ] as const;
  return parts
    .filter(([, names]) => names !== '')
    .map(([how, names]) => `${how}: ${names}.`)
    .join(' ');
}
