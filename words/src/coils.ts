import type { Prepared, NamedCase } from './prepared.js';

/** A coil that is wound, and the levels that are tried with it. */
export interface CoilOf<C> {
  /** What its levels are called; of a single coil for all of them, that. */
  readonly name: string;
  readonly alike: readonly C[];
  /** The one with the most turns, which is wound. */
  readonly one: C;
}

/** The coils of a lesson, each once, in the order of its first level. */
export function coilsOf<C extends Pick<NamedCase, 'name' | 'subject'>>({
  tasks,
  cases,
}: Pick<Prepared, 'tasks'> & { readonly cases: readonly C[] }): CoilOf<C>[] {
  const byCoil = new Map<string, C[]>();
  for (const { coil, place } of tasks) {
    byCoil.set(coil, [...(byCoil.get(coil) ?? []), cases[place]!]);
  }
  return [...byCoil.values()].map((alike) => ({
    alike,
    name:
      byCoil.size === 1 && alike.length > 1
        ? 'One coil for every level'
        : alike.map(({ name }) => name).join(', '),
    one: alike.reduce((p, q) => (turnsOf(q) > turnsOf(p) ? q : p)),
  }));
}

const turnsOf = ({ subject }: Pick<NamedCase, 'subject'>): number =>
  subject?.design.winding.turns ?? 0;
