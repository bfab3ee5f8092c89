import { isSameCoil } from '@nab/core/lesson';
import { BETWEEN } from './case-words.js';
import type { Prepared, NamedCase } from './prepared.js';

/** A coil that is wound, and the levels that are tried with it. */
export interface CoilOf<C> {
  /** What its levels have in common, `80 turns`, or each of them; of a single coil for all, that. */
  readonly name: string;
  readonly alike: readonly C[];
  /** The one with the most turns, which is wound. */
  readonly one: C;
}

/** The coils of a lesson, each once, in the order of its first level. */
export function coilsOf<C extends Named>({
  tasks,
  cases,
}: Pick<Prepared, 'tasks'> & { readonly cases: readonly C[] }): CoilOf<C>[] {
  const wound = whatIsWound(cases);
  const byCoil = new Map<string, C[]>();
  for (const { coil, place } of tasks) {
    byCoil.set(coil, [...(byCoil.get(coil) ?? []), cases[place]!]);
  }
  return [...byCoil.values()].map((alike) => ({
    alike,
    name: byCoil.size === 1 && alike.length > 1 ? 'One coil for every level' : nameOf(alike, wound),
    one: alike.reduce((p, q) => (turnsOf(q) > turnsOf(p) ? q : p)),
  }));
}

const turnsOf = ({ subject }: Pick<NamedCase, 'subject'>): number =>
  subject?.design.winding.turns ?? 0;

type Named = Pick<NamedCase, 'name' | 'subject' | 'levelId' | 'seriesId'>;

/** Whether levels, and lines, change what is wound: only those name a coil. */
function whatIsWound(cases: readonly Named[]): readonly [level: boolean, line: boolean] {
  const differs = (same: 'levelId' | 'seriesId'): boolean =>
    cases.some(
      (p, i) =>
        p.subject &&
        cases
          .slice(i + 1)
          .some(
            (q) =>
              q.subject && p[same] === q[same] && !isSameCoil(p.subject!.design, q.subject.design),
          ),
    );
  return [differs('seriesId'), differs('levelId')];
}

/** The words that all levels of a coil share; the names of all where they share none. */
function nameOf(alike: readonly Named[], wound: readonly [boolean, boolean]): string {
  const words = alike.map(({ name }) => {
    const all = name.split(BETWEEN);
    const own = all.filter((_, i) => wound[i]);
    return own.length > 0 ? own : all;
  });
  const shared = words[0]!.filter((word) => words.every((others) => others.includes(word)));
  return shared.length > 0 ? shared.join(BETWEEN) : alike.map(({ name }) => name).join(', ');
}
