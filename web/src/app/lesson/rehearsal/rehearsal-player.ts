import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { Outcome } from '@nab/core/lesson';
import { rehearse, type Rehearsal } from '@nab/core/teaching';
import { seededRandom } from '@nab/core/numerics';
import { EMPTY, interval, switchMap } from 'rxjs';
import { ServerClock, InvestigationStore, tableWork, type NamedCase } from '../../investigation';
import { momentsOf, type Moment } from './moments';
import { writeLocal, readLocal } from '../../platform/local-storage';

export type { Moment } from './moments';

/** A bench on this screen that plays the part of its group with its own buttons. */
export interface BenchHand {
  groupId(): string;
  /** Whether it could; the id of what was read. False leaves it to the player. */
  play(moment: Moment, one: NamedCase): Promise<boolean | string>;
}

/** Progress of a rehearsal, so that a reload continues there. */
interface Progress {
  /** When the lesson began, ms since 1970, and how far it is, s. */
  readonly start: number;
  readonly elapsed: number;
  /** Moments that are over. */
  readonly done: number;
}

const TICK_MS = 100;
/** Nothing is seen here of the winding: it begins so long before the first trial, s. */
const LEAD_S = 30;
export const SPEEDS = [1, 5, 20, 60] as const;

/**
 * Plays a lesson with a class that does not exist: what its groups do goes through the bench on this
 * screen where that is their group, and otherwise the way that other tablets' records go.
 */
@Injectable()
export class RehearsalPlayer {
  private readonly store = inject(InvestigationStore);
  private readonly clock = inject(ServerClock);
  private readonly playingSignal = signal(false);
  private readonly speedSignal = signal<number>(20);
  private readonly elapsedSignal = signal(0);
  private readonly readIds = new Map<Moment['trial'], string>();
  private start = 0;
  private done = 0;
  private busy = false;
  private hand: BenchHand | null = null;

  readonly playing = this.playingSignal.asReadonly();
  readonly speed = this.speedSignal.asReadonly();
  /** s since the lesson began. */
  readonly elapsed = this.elapsedSignal.asReadonly();
  readonly active = computed(
    () => this.store.load() === 'ready' && this.store.rehearsalOf() !== null,
  );
  /** Made once for a plan as it was when it began to be played. */
  readonly rehearsal = computed((): Rehearsal | null => {
    if (!this.active()) return null;
    const [plan, cases, lesson] = [
      this.store.plan().valid(),
      this.store.cases(),
      this.store.lesson(),
    ];
    return rehearse(
      {
        plan: lesson,
        cases,
        lesson: tableWork(plan, lesson, cases),
        traySize: plan.traySize,
        objects: plan.objects.map(({ id }) => id),
      },
      seededRandom(Number.parseInt(this.store.id().slice(0, 8), 16)),
    );
  });
  private readonly moments = computed(() => {
    const rehearsal = this.rehearsal();
    return rehearsal ? momentsOf(rehearsal) : [];
  });
  readonly over = computed(() => {
    const rehearsal = this.rehearsal();
    return rehearsal !== null && this.elapsed() >= rehearsal.end;
  });

  constructor() {
    toObservable(this.playingSignal)
      .pipe(
        switchMap((playing) => (playing ? interval(TICK_MS) : EMPTY)),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.tick());
    // A rehearsal that is opened stands where it was left; any other has this device's time.
    effect(() => {
      const id = this.active() ? this.store.id() : null;
      untracked(() => this.open(id));
    });
    inject(DestroyRef).onDestroy(() => this.clock.real());
  }

  play(): void {
    if (this.over()) return;
    this.playingSignal.set(true);
    this.clock.run(this.speed(), this.start + 1000 * this.elapsed());
  }

  pause(): void {
    this.playingSignal.set(false);
    this.clock.run(0);
    this.keep();
  }

  setSpeed(speed: number): void {
    this.speedSignal.set(speed);
    if (this.playing()) this.play();
  }

  takeHand(hand: BenchHand): void {
    this.hand = hand;
  }

  letGo(hand: BenchHand): void {
    if (this.hand === hand) this.hand = null;
  }

  private open(id: string | null): void {
    this.playingSignal.set(false);
    this.readIds.clear();
    if (id === null) {
      this.clock.real();
      return;
    }
    const { end } = this.rehearsal()!;
    const kept = progressOf(id);
    // So that the lesson, played however slowly, never gets ahead of the device's clock.
    this.start = kept?.start ?? Date.now() - 1000 * end;
    this.elapsedSignal.set(kept?.elapsed ?? Math.max(0, (this.moments()[0]?.at ?? 0) - LEAD_S));
    this.done = kept?.done ?? 0;
    this.clock.run(0, this.start + 1000 * this.elapsed());
    if (kept === null && this.store.readings().length === 0) this.play();
  }

  /** Does what is due, one thing after the other. */
  private async tick(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    try {
      const now = (this.clock.now() - this.start) / 1000;
      for (;;) {
        const moment = this.moments()[this.done];
        if (!moment || moment.at > now || !this.playing()) break;
        this.done += 1;
        await this.perform(moment);
      }
      this.elapsedSignal.set(now);
      if (this.over()) this.pause();
      else this.keep();
    } finally {
      this.busy = false;
    }
  }

  private async perform(moment: Moment): Promise<void> {
    const { trial, kind } = moment;
    const group = this.store.plan().valid().groups[trial.group];
    const one = this.store.cases()[trial.place];
    if (!group || !one) return;
    if (this.hand?.groupId() === group.id && kind !== 'correct') {
      const played = await this.hand.play(moment, one);
      if (typeof played === 'string') this.readIds.set(trial, played);
      if (played !== false) return;
    }
    const { levelId, seriesId } = one;
    const where = { groupId: group.id, levelId, seriesId, actor: 'rehearsal' } as const;
    const recordedAt = new Date(this.start + 1000 * moment.at).toISOString();
    if (kind === 'guess') await this.store.addPrediction({ ...where, ...trial.guess!, recordedAt });
    const read = (outcome: Outcome, corrects: string | null, reason: string | null) =>
      this.store.addReading({
        ...where,
        outcome,
        onTime_s: Math.round(10 * (trial.switchedOff - trial.switchedOn)) / 10,
        model:
          one.expected === null
            ? null
            : {
                value: one.expected,
                low: one.band?.low ?? null,
                high: one.band?.high ?? null,
              },
        flags: trial.leadLoose ? ['lead-loose'] : [],
        note: '',
        recordedAt,
        corrects,
        reason,
        withdrawn: false,
      });
    if (kind === 'read') this.readIds.set(trial, await read(trial.outcome, null, null));
    // After a reload nobody knows any more which it was: the slip stays, as some do.
    const id = this.readIds.get(trial);
    if (kind === 'correct' && id) {
      await read(trial.correction!.outcome, id, trial.correction!.reason);
    }
  }

  private keep(): void {
    const progress: Progress = { start: this.start, elapsed: this.elapsed(), done: this.done };
    writeLocal(keyOf(this.store.id()), JSON.stringify(progress));
  }
}

const keyOf = (id: string): string => `nab-rehearsal:${id}`;

function progressOf(id: string): Progress | null {
  const kept = readLocal(keyOf(id));
  return kept === null ? null : (JSON.parse(kept) as Progress);
}
