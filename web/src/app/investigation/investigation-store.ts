import { computed, inject, Injectable } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { toSubject, type ExperimentDocument } from '@nab/contract/experiments';
import {
  foldTrials,
  toFindings,
  plannedFactor,
  toLessonPlan,
  type Actor,
  type BroughtIn,
  type Investigation,
  type Plan,
  type Poll,
  type Prediction,
  type PredictionBody,
  type Reading,
  type ReadingBody,
  type Room,
} from '@nab/contract/lesson';
import { casesOf, findingsOf, measureOf, type Case } from '@nab/core/lesson';
import type { ClassPosterior } from '@nab/core/statistics';
import { CoreError } from '@nab/core/errors';
import { Evaluations, type EvaluatedDesign } from '@nab/core/experiments';
import { InvestigationSource } from './investigation-source';
import { LessonService } from './lesson-service';
import { caseText, levelWords } from '@nab/words/lesson';
import { catchError, debounceTime, firstValueFrom, of, switchMap } from 'rxjs';
import { Outbox, debouncedValue } from '../platform/saving';
import { Server } from '../platform/server';
import { ShelfStore } from '../shelf';
import { united } from './merge';

/** A case with the words for it. */
export interface NamedCase extends Case {
  /** Of the level alone, such as `60 turns`, and of its line; empty without one. */
  readonly levelName: string;
  readonly seriesName: string;
  /** Both together. */
  readonly name: string;
}

const REST_MS = 120;
/** What is on the way comes after all that has arrived, in the order of typing. */
const ON_THE_WAY = 1e12;

/** One investigation on screen: what its plan, design and readings mean. */
@Injectable()
export class InvestigationStore {
  private readonly server = inject(Server);
  private readonly outbox = inject(Outbox);
  private readonly shelf = inject(ShelfStore);
  private readonly lessons = inject(LessonService);
  private readonly source = new InvestigationSource();

  readonly id = this.source.id;
  readonly load = this.source.load;
  /** What the educator says to all; null before the room was opened. */
  readonly room = this.source.room;
  readonly demo = computed(() => this.source.base()?.demo ?? false);
  /** The investigation that this one rehearses; null for one that is meant. */
  readonly rehearsalOf = computed(() => this.source.base()?.rehearsalOf ?? null);
  /** Who a group's records come from: a rehearsed class is none. */
  readonly groupActor = computed((): Actor =>
    this.rehearsalOf() === null ? 'group' : 'rehearsal',
  );
  readonly plan = computed(() => required(this.source.plan()));
  readonly design = computed(() => required(this.source.design()));
  readonly documents = computed(() =>
    [this.source.plan(), this.source.design()].filter((document) => document !== null),
  );
  readonly experiment = computed(() => this.plan().valid().experiment);
  readonly factor = computed(() => plannedFactor(this.plan().valid()));
  readonly measure = computed(() => measureOf(this.plan().valid().measure));

  readonly predictions = computed((): readonly Prediction[] =>
    united<Prediction>(
      this.source.base()?.predictions ?? [],
      this.outgoing('predictions') as Prediction[],
    ),
  );
  readonly readings = computed((): readonly Reading[] =>
    united<Reading>(this.source.base()?.readings ?? [], this.outgoing('readings') as Reading[]),
  );
  /** Votes of an audience, the first opened first. */
  readonly polls = computed((): readonly Poll[] => this.source.base()?.polls ?? []);
  readonly folded = computed(() => foldTrials(this.readings()));
  readonly trials = computed(() => this.folded().trials);

  private readonly rested = debouncedValue(() => this.source.design());
  /** The design once the hand has come to rest: levels, judgement and what limits it follow it. */
  readonly restingDesign = computed((): ExperimentDocument => required(this.rested()));

  /** Of the base design and of every level: what a change leaves as it was is not evaluated again. */
  readonly evaluations = new Evaluations();

  /** What the base design is predicted to do; null when it cannot be built. */
  readonly base = computed((): EvaluatedDesign | null => {
    try {
      return this.evaluations.evaluate(toSubject(this.restingDesign()));
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  });

  /** The plan without how the lesson is laid out, which changes nothing of what is predicted. */
  private readonly question = computed(
    (): Plan => {
      const { lesson: _lesson, ...question } = this.plan().valid();
      return question;
    },
    { equal: (p, q) => JSON.stringify(p) === JSON.stringify(q) },
  );
  /** What earlier classes of the school have shown, and what this one was kept to teach. */
  readonly learnt = computed(() => this.source.base()?.learnt ?? null, {
    equal: (p, q) => JSON.stringify(p) === JSON.stringify(q),
  });
  readonly teaching = computed(() => this.source.base()?.teaching ?? null);
  readonly lesson = computed(() =>
    toLessonPlan(this.question(), this.restingDesign(), this.learnt()),
  );

  /** Every level of every line with its design and prediction. */
  readonly cases = computed((): readonly NamedCase[] => {
    const plan = this.question();
    // Named in place: a copy would ask for every forecast at once.
    return casesOf(this.lesson(), this.evaluations.evaluate).map((one) =>
      Object.assign(one, {
        levelName: levelWords(plan, one.levelId),
        seriesName: levelWords(plan, one.seriesId),
        name: caseText(plan, one),
      }),
    );
  });

  /** Whether the plan will show what it is to show; null while that is being computed. */
  readonly judgement = toSignal(
    toObservable(
      computed(() => {
        const plan = this.source.plan()?.valid();
        const design = this.source.design()?.valid();
        return plan && design ? { plan, design, learnt: this.learnt() } : null;
      }),
    ).pipe(
      debounceTime(REST_MS),
      switchMap((asked) =>
        asked === null
          ? of(null)
          : this.lessons
              .judge(asked.plan, asked.design, asked.learnt)
              .pipe(catchError(() => of(null))),
      ),
    ),
    { initialValue: null },
  );

  /** What the trials so far say: the same that the CSV and the command line say. */
  private readonly found = computed(() => toFindings(this.trials(), this.predictions()));
  /** The groups' current predictions. */
  readonly guesses = computed(() => this.found().guesses);
  readonly findings = computed(() => {
    const { trials, guesses } = this.found();
    return findingsOf(this.lesson(), this.cases(), trials, guesses, this.plan().valid());
  });
  /**
   * What this class's readings, and earlier classes, have shown about the model alone; null where
   * nothing is predicted.
   */
  readonly belief = computed((): ClassPosterior | null => {
    const { belief } = this.findings();
    const before = Math.log(this.learnt()?.factor ?? 1);
    return belief && { ...belief, mean: belief.mean + before };
  });

  /** Loads an investigation; when the server is away, as this browser last saw it. */
  open(id: string): void {
    void this.shelf.load();
    this.source.open(id);
  }

  /** Takes in what the server has now. */
  merge(fresh: Investigation): void {
    this.source.merge(fresh);
  }

  /** The room's current state at the server. */
  takeRoom(room: Room): void {
    this.source.takeRoom(room);
  }

  /** A vote's current state at the server. */
  takePoll(poll: Poll): void {
    this.source.takePoll(poll);
  }

  addPrediction(body: PredictionBody): Promise<string> {
    return this.outbox.addPrediction(this.id(), body);
  }

  addReading(body: ReadingBody): Promise<string> {
    return this.outbox.addReading(this.id(), body);
  }

  /**
   * Brings in the readings of a table, and the plan that they need, all or nothing.
   * @throws ServerAway or ServerRefusal; nothing was brought in then.
   */
  async bringIn(plan: Plan | null, readings: BroughtIn['readings']): Promise<void> {
    const body = { version: this.plan().stored, plan, readings };
    this.merge(await firstValueFrom(this.server.bringIn(this.id(), body)));
  }

  /**
   * Keeps what this class has shown for the school's next lessons, or forgets it.
   * @throws ServerAway or ServerRefusal.
   */
  async teach(keep: boolean): Promise<void> {
    await firstValueFrom(this.server.teach(this.id(), keep));
    this.merge(await firstValueFrom(this.server.investigation(this.id())));
  }

  /** Forgets what every class of the school has taught. */
  async forgetAll(): Promise<void> {
    await firstValueFrom(this.server.forgetAll());
    this.merge(await firstValueFrom(this.server.investigation(this.id())));
  }

  private outgoing(kind: 'predictions' | 'readings'): unknown[] {
    return this.outbox
      .pending()
      .filter((record) => record.kind === kind && record.investigationId === this.id())
      .map((record) => ({
        receivedAt: record.body['recordedAt'],
        arrival: ON_THE_WAY + record.at,
        ...record.body,
        id: record.id,
      }));
  }
}

function required<T>(value: T | null): T {
  if (value === null) throw new Error('the investigation is not loaded yet');
  return value;
}
