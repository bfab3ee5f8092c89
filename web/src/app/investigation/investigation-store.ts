import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import {
  experimentDocumentSchema,
  toSubject,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import {
  foldTrials,
  planSchema,
  toFindings,
  plannedFactor,
  toLessonPlan,
  type Actor,
  type BroughtIn,
  type Investigation,
  type LiveEvent,
  type Plan,
  type Poll,
  type Prediction,
  type PredictionBody,
  type Reading,
  type ReadingBody,
  type Room,
  type StoredPlan,
  type VersionedDesign,
} from '@nab/contract/lesson';
import { casesOf, findingsOf, measureOf, type Case } from '@nab/core/lesson';
import type { ClassPosterior } from '@nab/core/statistics';
import { CoreError } from '@nab/core/errors';
import { evaluateSubject, type EvaluatedDesign } from '@nab/core/experiments';
import { LessonService } from './lesson-service';
import { caseText, levelWords } from '@nab/words/lesson';
import {
  auditTime,
  catchError,
  debounceTime,
  EMPTY,
  exhaustMap,
  filter,
  firstValueFrom,
  interval,
  map,
  of,
  Subject,
  switchMap,
} from 'rxjs';
import type { Schema } from 'yup';
import { benchStore, Outbox, debouncedValue, SavedDocument } from '../platform/saving';
import { Server, ServerAway, ServerRefusal } from '../platform/server';
import { ShelfStore } from '../shelf';
import { LiveUpdates } from './live-updates';
import { merged, replaced, united } from './merge';

export type LoadState = 'loading' | 'ready' | 'missing' | 'away';

/** A case with the words for it. */
export interface NamedCase extends Case {
  /** Of the level alone, such as `60 turns`, and of its line; empty without one. */
  readonly levelName: string;
  readonly seriesName: string;
  /** Both together. */
  readonly name: string;
}

const REST_MS = 120;
const REFRESH_MS = 8000;
/** What changes within this time is kept at once. */
const SNAPSHOT_MS = 200;
const IDLE_MS = 2000;
/** What is on the way comes after all that has arrived, in the order of typing. */
const ON_THE_WAY = 1e12;

/** One investigation on screen: plan and design that save themselves, and what the benches sent. */
@Injectable()
export class InvestigationStore {
  private readonly server = inject(Server);
  private readonly outbox = inject(Outbox);
  private readonly shelf = inject(ShelfStore);
  private readonly lessons = inject(LessonService);
  private readonly idSignal = signal('');
  private readonly loadSignal = signal<LoadState>('loading');
  private readonly baseSignal = signal<Investigation | null>(null);
  private readonly planSignal = signal<SavedDocument<Plan> | null>(null);
  private readonly designSignal = signal<SavedDocument<ExperimentDocument> | null>(null);
  private opening = 0;
  /** What is shown without the server: kept once nothing more urgent is to do, and not at every reading. */
  private readonly snapshot = new Subject<Investigation>();
  private readonly following = new LiveUpdates((told) => this.hear(told));
  /** What the educator says to all; null before the room was opened. */
  readonly room = this.following.room;

  readonly id = this.idSignal.asReadonly();
  readonly load = this.loadSignal.asReadonly();
  readonly demo = computed(() => this.baseSignal()?.demo ?? false);
  /** The investigation that this one rehearses; null for one that is meant. */
  readonly rehearsalOf = computed(() => this.baseSignal()?.rehearsalOf ?? null);
  /** Who a group's records come from: a rehearsed class is none. */
  readonly groupActor = computed((): Actor =>
    this.rehearsalOf() === null ? 'group' : 'rehearsal',
  );
  readonly plan = computed(() => required(this.planSignal()));
  readonly design = computed(() => required(this.designSignal()));
  readonly documents = computed(() =>
    [this.planSignal(), this.designSignal()].filter((document) => document !== null),
  );
  readonly experiment = computed(() => this.plan().valid().experiment);
  readonly factor = computed(() => plannedFactor(this.plan().valid()));
  readonly measure = computed(() => measureOf(this.plan().valid().measure));

  readonly predictions = computed((): readonly Prediction[] =>
    united<Prediction>(
      this.baseSignal()?.predictions ?? [],
      this.outgoing('predictions') as Prediction[],
    ),
  );
  readonly readings = computed((): readonly Reading[] =>
    united<Reading>(this.baseSignal()?.readings ?? [], this.outgoing('readings') as Reading[]),
  );
  /** Votes of an audience, the first opened first. */
  readonly polls = computed((): readonly Poll[] => this.baseSignal()?.polls ?? []);
  readonly folded = computed(() => foldTrials(this.readings()));
  readonly trials = computed(() => this.folded().trials);

  private readonly rested = debouncedValue(() => this.designSignal());
  /** The design once the hand has come to rest: levels, judgement and what limits it follow it. */
  readonly restingDesign = computed((): ExperimentDocument => required(this.rested()));

  /** What the base design is predicted to do; null when it cannot be built. */
  readonly base = computed((): EvaluatedDesign | null => {
    try {
      return evaluateSubject(toSubject(this.restingDesign()));
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
  readonly learnt = computed(() => this.baseSignal()?.learnt ?? null, {
    equal: (p, q) => JSON.stringify(p) === JSON.stringify(q),
  });
  readonly teaching = computed(() => this.baseSignal()?.teaching ?? null);
  readonly lesson = computed(() =>
    toLessonPlan(this.question(), this.restingDesign(), this.learnt()),
  );

  /** Every level of every line with its design and prediction. */
  readonly cases = computed((): readonly NamedCase[] => {
    const plan = this.question();
    // Named in place: a copy would ask for every forecast at once.
    return casesOf(this.lesson()).map((one) =>
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
        const plan = this.planSignal()?.valid();
        const design = this.designSignal()?.valid();
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
  /** What the groups thought before, as it stands. */
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

  constructor() {
    // What other tablets sent is told by the server; where it cannot tell, it is asked.
    interval(REFRESH_MS)
      .pipe(
        filter(
          () =>
            !this.following.connected() &&
            document.visibilityState === 'visible' &&
            this.loadSignal() === 'ready',
        ),
        exhaustMap(() => this.server.investigation(this.idSignal()).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((fresh) => this.merge(fresh));
    this.snapshot.pipe(auditTime(SNAPSHOT_MS), takeUntilDestroyed()).subscribe((investigation) => {
      const keep = (): void => {
        // A browser that keeps nothing only cannot show it without the server.
        benchStore()
          .then(({ snapshots }) => snapshots.put(investigation))
          .catch(() => undefined);
      };
      if ('requestIdleCallback' in globalThis) requestIdleCallback(keep, { timeout: IDLE_MS });
      else keep();
    });
    this.outbox.delivered.pipe(takeUntilDestroyed()).subscribe((delivery) => {
      const base = this.baseSignal();
      if (!base || delivery.investigationId !== base.id) return;
      this.setBase(
        delivery.kind === 'readings'
          ? { ...base, readings: united(base.readings, [delivery.record]) }
          : { ...base, predictions: united(base.predictions, [delivery.record]) },
      );
    });
    inject(DestroyRef).onDestroy(() => this.closeDocuments());
  }

  /** Loads an investigation; when the server is away, as this browser last saw it. */
  async open(id: string): Promise<void> {
    const mine = ++this.opening;
    this.closeDocuments();
    this.following.stop();
    this.idSignal.set(id);
    this.loadSignal.set('loading');
    void this.shelf.load();
    const found = await this.find(id);
    // Another one was opened meanwhile: this answer comes too late.
    if (mine !== this.opening) return;
    if (typeof found === 'string') this.loadSignal.set(found);
    else this.adopt(found);
  }

  /** The room as it now stands at the server. */
  takeRoom(room: Room): void {
    this.following.takeRoom(room);
  }

  /** A vote as it now stands at the server. */
  takePoll(poll: Poll): void {
    const base = this.baseSignal();
    if (base) this.setBase({ ...base, polls: replaced(base.polls ?? [], [poll]) });
  }

  addPrediction(body: PredictionBody): Promise<string> {
    return this.outbox.addPrediction(this.idSignal(), body);
  }

  addReading(body: ReadingBody): Promise<string> {
    return this.outbox.addReading(this.idSignal(), body);
  }

  /**
   * Brings in the readings of a table, and the plan that they need, all or nothing.
   * @throws ServerAway or ServerRefusal; nothing was brought in then.
   */
  async bringIn(plan: Plan | null, readings: BroughtIn['readings']): Promise<void> {
    const body = { version: this.plan().stored, plan, readings };
    this.merge(await firstValueFrom(this.server.bringIn(this.idSignal(), body)));
  }

  private async find(id: string): Promise<Investigation | 'missing' | 'away'> {
    try {
      return await firstValueFrom(this.server.investigation(id));
    } catch (error) {
      if (error instanceof ServerRefusal) return 'missing';
      if (!(error instanceof ServerAway)) throw error;
      const kept = await benchStore()
        .then(({ snapshots }) => snapshots.get(id))
        .catch(() => undefined);
      return kept ?? 'away';
    }
  }

  /**
   * Keeps what this class has shown for the school's next lessons, or forgets it.
   * @throws ServerAway or ServerRefusal.
   */
  async teach(keep: boolean): Promise<void> {
    await firstValueFrom(this.server.teach(this.idSignal(), keep));
    this.merge(await firstValueFrom(this.server.investigation(this.idSignal())));
  }

  /** Forgets what every class of the school has taught. */
  async forgetAll(): Promise<void> {
    await firstValueFrom(this.server.forgetAll());
    this.merge(await firstValueFrom(this.server.investigation(this.idSignal())));
  }

  /** Takes in what the server has now. */
  merge(fresh: Investigation): void {
    const base = this.baseSignal();
    if (base?.id !== fresh.id) return;
    this.planSignal()?.refresh({ version: fresh.version, value: fresh.plan });
    this.designSignal()?.refresh(toVersioned(fresh.design));
    const now = merged(base, fresh);
    if (now !== base) this.setBase(now);
  }

  /** Takes in what the server tells. */
  private hear(told: LiveEvent): void {
    const base = this.baseSignal();
    if (!base) return;
    switch (told.event) {
      case 'reading':
        this.setBase({ ...base, readings: united(base.readings, [told.data]) });
        break;
      case 'prediction':
        this.setBase({ ...base, predictions: united(base.predictions, [told.data]) });
        break;
      case 'poll':
        this.takePoll(told.data);
        break;
      case 'plan':
        this.merge({ ...base, ...told.data });
        break;
      case 'reset':
        // Everything is read anew; what is told meanwhile is united with it.
        this.server
          .investigation(base.id)
          .pipe(catchError(() => EMPTY))
          .subscribe((fresh) => this.merge(fresh));
        break;
      case 'asOf':
      case 'room':
        // The feed itself and the room's pages listen to these.
        break;
    }
  }

  private adopt(investigation: Investigation): void {
    const { id, version, plan, design } = investigation;
    this.setBase(investigation);
    this.following.follow(id, investigation.asOf);
    const planDocument = new SavedDocument<Plan>({
      key: `plan:${id}`,
      schema: planSchema as Schema<Plan>,
      initial: { version, value: plan },
      send: (change) =>
        this.server
          .updatePlan(id, { version: change.version, plan: change.value, actor: 'educator' })
          .pipe(map((stored) => ({ version: stored.version, value: stored.plan }))),
      currentOf: (current) => {
        const stored = current as StoredPlan;
        return { version: stored.version, value: stored.plan };
      },
    });
    const designDocument = new SavedDocument<ExperimentDocument>({
      key: `design:${design.id}`,
      schema: experimentDocumentSchema as unknown as Schema<ExperimentDocument>,
      initial: toVersioned(design),
      send: (change) =>
        this.server
          .updateDesign(design.id, {
            version: change.version,
            design: change.value,
            actor: 'educator',
          })
          .pipe(map(toVersioned)),
      currentOf: (current) => toVersioned(current as VersionedDesign),
    });
    this.planSignal.set(planDocument);
    this.designSignal.set(designDocument);
    this.loadSignal.set('ready');
    void planDocument.restoreDraft();
    void designDocument.restoreDraft();
  }

  private setBase(investigation: Investigation): void {
    this.baseSignal.set(investigation);
    this.snapshot.next(investigation);
  }

  private closeDocuments(): void {
    for (const document of this.documents()) document.close();
  }

  private outgoing(kind: 'predictions' | 'readings'): unknown[] {
    return this.outbox
      .pending()
      .filter((record) => record.kind === kind && record.investigationId === this.idSignal())
      .map((record) => ({
        receivedAt: record.body['recordedAt'],
        arrival: ON_THE_WAY + record.at,
        ...record.body,
        id: record.id,
      }));
  }
}

const toVersioned = (stored: VersionedDesign) => ({
  version: stored.version,
  value: stored.design,
});

function required<T>(value: T | null): T {
  if (value === null) throw new Error('the investigation is not loaded yet');
  return value;
}
