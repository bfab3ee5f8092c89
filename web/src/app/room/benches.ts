import { computed, type Signal } from '@angular/core';
import { STAGES, type Plan, type Room, type Tablet, type Trial } from '@nab/contract';
import { caseText, outcomeText } from '@nab/words';
import { measureOf } from '@nab/core';

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

/** Every group of a lesson with its tablet, where it is and how far. */
export function benches(
  plan: Signal<Plan>,
  room: Signal<Room | null>,
  trials: Signal<readonly Trial[]>,
  cases: Signal<readonly { readonly levelId: string; readonly seriesId: string | null }[]>,
): Signal<readonly Bench[]> {
  return computed(() => {
    const { groups, repeats, objects, measure } = plan();
    const planned = cases().length * repeats;
    return groups.map(({ id, name }) => {
      const own = trials().filter(({ current }) => current.groupId === id);
      const tablet = room()?.tablets.find(({ groupId }) => groupId === id) ?? null;
      const last = own.at(-1)?.current;
      const lastText = last
        ? `${outcomeText(measureOf(measure), last.outcome, objects)} at ${caseText(plan(), last)}`
        : '';
      return {
        id,
        name,
        tablet,
        where: tablet?.at ? `${STAGES[tablet.at.stage]}: ${caseText(plan(), tablet.at)}` : '',
        done: own.length,
        planned,
        last: lastText,
      };
    });
  });
}
