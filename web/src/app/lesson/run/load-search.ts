import { computed, signal } from '@angular/core';
import { nextLoad, type Expected } from '@nab/core/lesson';

/** One load, or one number of cells, that was tried; whether it held, and for how long it was on. */
export interface Step {
  /** kg, or cells. */
  readonly what: number;
  readonly held: boolean;
  /** s, and when it was switched off, s since 1970. */
  readonly on: number;
  readonly off: number;
}

/** What a trial looks for step by step: the load that drops, or the cells that are too few. */
export type SearchTarget = 'load' | 'cells';

/** A trial that is a row of steps: weights added until it drops, or cells taken away. */
export class LoadSearch {
  private readonly stepsSignal = signal<readonly Step[]>([]);
  readonly steps = this.stepsSignal.asReadonly();

  constructor(
    private readonly sought: () => SearchTarget | null,
    /** Loads that are expected, kg; null where nothing is. */
    private readonly expected: () => Expected | null,
    /** Cells that are left at every step, all of them first. */
    private readonly cells: () => readonly number[],
    /** ms since 1970. */
    private readonly now: () => number = Date.now,
  ) {}

  /** The heaviest that held, or the fewest cells that did; null when none has. */
  readonly held = computed((): number | null => {
    const held = this.steps().filter((step) => step.held);
    if (held.length === 0) return null;
    const whats = held.map(({ what }) => what);
    return this.sought() === 'cells' ? Math.min(...whats) : Math.max(...whats);
  });
  /** The lightest that dropped, or the most cells that were too few; null when nothing dropped. */
  readonly dropped = computed((): number | null => {
    const dropped = this.steps().filter((step) => !step.held);
    if (dropped.length === 0) return null;
    const whats = dropped.map(({ what }) => what);
    return this.sought() === 'cells' ? Math.max(...whats) : Math.min(...whats);
  });
  /** What to try next; null when it is known well enough. */
  readonly next = computed((): number | null => {
    if (this.sought() === 'cells') {
      const steps = this.steps();
      const last = steps[steps.length - 1];
      const [all = null] = this.cells();
      if (!last) return all;
      return last.held ? (this.cells().find((cells) => cells < last.what) ?? null) : null;
    }
    const dropped = this.dropped() ?? Infinity;
    return nextLoad({ held: this.held() ?? 0, dropped }, this.expected());
  });
  /** For how long the current was on in all, s. */
  readonly on = computed(() => this.steps().reduce((sum, { on }) => sum + on, 0));

  answer(what: number, held: boolean, on: number): void {
    this.stepsSignal.update((steps) => [...steps, { what, held, on, off: this.now() / 1000 }]);
  }

  /** Takes the last answer back. */
  undo(): void {
    this.stepsSignal.update((steps) => steps.slice(0, -1));
  }

  reset(): void {
    this.stepsSignal.set([]);
  }
}
