import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { USUAL_LESSON, type Trial } from '@nab/contract/lesson';
import {
  nextInOrder,
  onTimeIn,
  restNeeded,
  timetableOf,
  warmestBefore,
  warmthAt,
  type Heated,
} from '@nab/core/lesson';
import type { WoundCoil } from '@nab/core/physics';
import { interval } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ServerClock, InvestigationStore, tableWork, type NamedCase } from '../../investigation';
import type { Step } from './load-search';

/** A level of a line, in a word. */
export const keyOf = ({
  levelId,
  seriesId,
}: {
  readonly levelId: string;
  readonly seriesId: string | null;
}): string => `${levelId} ${seriesId ?? ''}`;

const TICK_MS = 1000;

/** In which order the groups of a lesson try its levels, and how long a coil rests in between. */
@Injectable()
export class TrialOrder {
  private readonly store = inject(InvestigationStore);
  private readonly clock = inject(ServerClock);
  private readonly now = signal(this.clock.now());

  private readonly settings = computed(() => this.store.plan().valid().lesson ?? USUAL_LESSON);
  /** Seconds for which the current is on in a trial, as planned. */
  private readonly planned = computed(() => this.settings().on);
  private readonly work = computed(() =>
    tableWork(this.store.plan().valid(), this.store.lesson(), this.store.cases()),
  );
  private readonly tasks = computed(() => this.work().tasks);
  /** By group: keys of the levels, trial by trial. */
  private readonly orders = computed((): readonly (readonly string[])[] => {
    const cases = this.store.cases();
    const keys = this.tasks().map(({ place }) => keyOf(cases[place]!));
    return timetableOf(this.work()).orders.map((order) => order.map((task) => keys[task]!));
  });

  constructor() {
    interval(TICK_MS)
      .pipe(takeUntilDestroyed(inject(DestroyRef)))
      .subscribe(() => this.now.set(this.clock.now()));
  }

  /** The key of what a group tries next; null when it has tried all that was planned. */
  nextOf(groupId: string, done: (key: string) => number): string | null {
    const at = this.store
      .plan()
      .valid()
      .groups.findIndex(({ id }) => id === groupId);
    return nextInOrder(this.orders()[at] ?? [], done);
  }

  /**
   * Whole seconds that a group's coil still has to rest before a level is tried.
   * @param just what was done in this trial, which is not saved yet.
   */
  restOf(groupId: string, one: NamedCase, just: readonly Step[] = []): number {
    const next = this.nextOn(groupId, one, just);
    return next ? Math.ceil(restNeeded(next.heated, next, this.now() / 1000)) : 0;
  }

  /** What a thermometer may show before this level is tried, and what it is thought to show now, °C. */
  temperaturesOf(
    groupId: string,
    one: NamedCase,
    just: readonly Step[] = [],
  ): { readonly warmest: number; readonly now: number } | null {
    const next = this.nextOn(groupId, one, just);
    if (!next) return null;
    const { ambient } = next.coil.lump;
    const way = next.coil.touchLimit - ambient;
    const warmth = warmthAt(next.heated, this.clock.now() / 1000);
    return { warmest: warmestBefore(next), now: ambient + warmth * way };
  }

  /** The coil of a level, for how long it is on next, and what it went through. */
  private nextOn(
    groupId: string,
    one: NamedCase,
    just: readonly Step[],
  ): { readonly coil: WoundCoil; readonly on: number; readonly heated: readonly Heated[] } | null {
    const [tasks, cases] = [this.tasks(), this.store.cases()];
    const task = tasks.find(({ place }) => keyOf(cases[place]!) === keyOf(one));
    const coil = one.trialled?.coil;
    if (!coil) return null;
    // What no group may try is no task: it is a coil by itself.
    const alike = new Set(
      task
        ? tasks.filter((t) => t.coil === task.coil).map(({ place }) => keyOf(cases[place]!))
        : [keyOf(one)],
    );
    // Magnets that go round were warmed by the group before.
    const shared = this.settings().arrangement === 'go-round';
    const heated = this.store
      .trials()
      .filter(({ current }) => alike.has(keyOf(current)))
      .filter(({ current }) => shared || current.groupId === groupId)
      .flatMap((trial) => this.heatedBy(trial));
    heated.push(...just.map(({ on, off }) => ({ coil, on, off })));
    return { coil, on: task?.on ?? onTimeIn(coil, this.planned()), heated };
  }

  private heatedBy({ history, current }: Trial): Heated[] {
    const at = this.store.cases().find((one) => keyOf(one) === keyOf(current));
    const coil = at?.trialled?.coil;
    if (!coil) return [];
    const off = Date.parse(history[0]!.recordedAt) / 1000;
    return [{ coil, off, on: current.onTime_s ?? this.planned() }];
  }
}
