import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { phaseAt, timetableOf, type Phase } from '@nab/core/lesson';
import { interval } from 'rxjs';
import { InvestigationStore, tableWork } from '../../investigation';

const TICK_MS = 1000;

const NAMES: Readonly<Record<Phase, string>> = {
  introduce: 'Introduction',
  work: 'At the benches',
  discuss: 'What we found',
  clear: 'Clear up',
  over: 'End',
};

/** Where the lesson is by its own plan, counted from when the educator began it. */
@Injectable()
export class LessonClock {
  private readonly store = inject(InvestigationStore);
  private readonly now = signal(Date.now());
  private readonly timetable = computed(() =>
    timetableOf(tableWork(this.store.plan().valid(), this.store.lesson(), this.store.cases())),
  );

  /** Null before the lesson began and after it was ended. */
  readonly at = computed(() => {
    const room = this.store.room();
    if (!room?.begunAt || room.ended) return null;
    const { phase, left, length, next } = phaseAt(
      this.timetable(),
      (this.now() - Date.parse(room.begunAt)) / 60_000,
    );
    const minutes = Math.ceil(left);
    return {
      id: phase,
      phase: NAMES[phase],
      left: phase === 'over' ? 'Time is up' : `${minutes} min left`,
      /** Of the phase that is left, for the bar. */
      share: length > 0 ? Math.min(1, left / length) : 0,
      next: next === null ? '' : `then: ${NAMES[next].toLowerCase()}`,
    };
  });

  constructor() {
    interval(TICK_MS)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.now.set(Date.now()));
  }
}
