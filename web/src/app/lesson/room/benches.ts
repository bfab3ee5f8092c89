import { computed, type Signal } from '@angular/core';
import {
  STAGES,
  type Plan,
  type Reading,
  type Room,
  type Tablet,
  type Trial,
} from '@nab/contract/lesson';
import { caseText, outcomeText } from '@nab/words/lesson';
import { measureOf } from '@nab/core/lesson';

/** A group as the room sees it. */
export interface Bench {
  readonly id: string;
  readonly name: string;
  /** Null where no tablet has joined for it. */
  readonly tablet: Tablet | null;
  /** Where it is, in words; what it read last where it says nothing. */
  readonly where: string;
  readonly done: number;
  readonly planned: number;
  /** The last reading, in words; empty before any. */
  readonly last: string;
}

/** A reading in words, with where it was read. */
export const readText = (plan: Plan, reading: Reading): string =>
  `${outcomeText(measureOf(plan.measure), reading.outcome, plan.objects)} at ${caseText(plan, reading)}`;

/** Every group of a lesson with its tablet, where it is and how far. */
export function benches(
  plan: Signal<Plan>,
  room: Signal<Room | null>,
  trials: Signal<readonly Trial[]>,
  cases: Signal<readonly { readonly levelId: string; readonly seriesId: string | null }[]>,
): Signal<readonly Bench[]> {
  return computed(() => {
    const { groups, repeats } = plan();
    const planned = cases().length * repeats;
    return groups.map(({ id, name }) => {
      const own = trials().filter(({ current }) => current.groupId === id);
      const tablet = room()?.tablets.find(({ groupId }) => groupId === id) ?? null;
      const last = own.at(-1)?.current;
      return {
        id,
        name,
        tablet,
        where: tablet?.at ? `${STAGES[tablet.at.stage]}: ${caseText(plan(), tablet.at)}` : '',
        done: own.length,
        planned,
        last: last ? readText(plan(), last) : '',
      };
    });
  });
}
