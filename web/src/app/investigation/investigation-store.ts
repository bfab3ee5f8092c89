import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import {
  designSchema,
  foldTrials,
  planSchema,
  shortagesOf,
  toMagnetDesign,
  type DesignDocument,
  type Investigation,
  type Plan,
  type Prediction,
  type PredictionBody,
  type Reading,
  type ReadingBody,
  type VersionedDesign,
} from '@nab/contract';
import {
  believedScatter,
  CoreError,
  evaluateMagnet,
  judgePlan,
  PRIOR_BELIEF,
  updateBelief,
  type Evaluation,
  type MagnetDesign,
} from '@nab/core';
import {
  catchError,
  debounceTime,
  EMPTY,
  exhaustMap,
  filter,
  firstValueFrom,
  interval,
  map,
} from 'rxjs';
import { ShelfStore } from '../shelf/shelf-store';
import { benchStore, Outbox, SavedDocument, Server, ServerAway, ServerRefusal } from '../saving';

export type LoadState = 'loading' | 'ready' | 'missing' | 'away';

/** A level with the magnet wound for it. */
export interface LevelMagnet {
  readonly id: string;
  readonly turns: number;
  readonly design: MagnetDesign;
  /** Null when this level cannot be wound, with the reason. */
  readonly evaluation: Evaluation | null;
  readonly fault: string | null;
}

const REST_MS = 120;
const REFRESH_MS = 8000;

/** One investigation on screen: plan and design that save themselves, and what the benches sent. */
@Injectable()
export class InvestigationStore {
  private readonly server = inject(Server);
  private readonly outbox = inject(Outbox);
  private readonly shelf = inject(ShelfStore);
  private readonly idSignal = signal('');
  private readonly loadSignal = signal<LoadState>('loading');
  private readonly baseSignal = signal<Investigation | null>(null);
  private readonly planSignal = signal<SavedDocument<Plan> | null>(null);
  private readonly designSignal = signal<SavedDocument<DesignDocument> | null>(null);
  private readonly restingSignal = signal<DesignDocument | null>(null);

  readonly id = this.idSignal.asReadonly();
  readonly load = this.loadSignal.asReadonly();
  readonly demo = computed(() => this.baseSignal()?.demo ?? false);
  readonly plan = computed(() => required(this.planSignal()));
  readonly design = computed(() => required(this.designSignal()));
  readonly documents = computed(() =>
    [this.planSignal(), this.designSignal()].filter((document) => document !== null),
  );

  readonly predictions = computed((): readonly Prediction[] =>
    withOutgoing<Prediction>(
      this.baseSignal()?.predictions ?? [],
      this.outgoing('predictions') as Prediction[],
    ),
  );
  readonly readings = computed((): readonly Reading[] =>
    withOutgoing<Reading>(
      this.baseSignal()?.readings ?? [],
      this.outgoing('readings') as Reading[],
    ),
  );
  readonly folded = computed(() => foldTrials(this.readings()));
  readonly trials = computed(() => this.folded().trials);

  /** The base magnet and its evaluation, or the reason why there is none. */
  readonly magnet = computed(() => toMagnetDesign(this.design().valid()));
  readonly base = computed(() => evaluate(this.magnet()));

  /**
   * The base magnet once the hand has come to rest: what is not looked at while dragging (levels,
   * judgement, what limits it) follows this one, so that the drawing keeps up with the finger.
   */
  readonly restingDesign = computed(() => this.restingSignal() ?? this.design().valid());
  readonly restingMagnet = computed(() => toMagnetDesign(this.restingDesign()));

  /** Its evaluation, or null when it cannot be built. */
  readonly restingEvaluation = computed(() => evaluate(this.restingMagnet()).evaluation);

  readonly levels = computed((): readonly LevelMagnet[] => {
    const magnet = this.restingMagnet();
    return this.plan()
      .valid()
      .levels.map(({ id, turns }) => {
        const design = { ...magnet, winding: { ...magnet.winding, turns } };
        return { id, turns, design, ...evaluate(design) };
      });
  });

  /** What the shelf has too little of for this lesson. */
  readonly shortages = computed(() => {
    const { groups, traySize } = this.plan().valid();
    const perGroup = this.levels().reduce(
      (sum, { evaluation }) => sum + (evaluation?.wireLength ?? 0),
      0,
    );
    return shortagesOf(this.design().valid(), this.shelf.items() ?? [], {
      groups: groups.length,
      wire: perGroup * groups.length,
      traySize,
    });
  });

  /** What this class's magnets have shown so far about the model. */
  readonly belief = computed(() => {
    const predicted = new Map(
      this.levels().map((level) => [level.id, level.evaluation?.liftedCount ?? 0]),
    );
    const { traySize } = this.plan().valid();
    const ratios = this.trials()
      .filter(({ current }) => current.count > 0 && current.count < traySize)
      .map(
        ({ current }) =>
          current.count / (current.modelCount ?? predicted.get(current.levelId) ?? 0),
      )
      .filter((ratio) => Number.isFinite(ratio))
      .map(Math.log);
    return updateBelief(PRIOR_BELIEF, ratios);
  });

  readonly judgement = computed(() => {
    const { repeats, traySize } = this.plan().valid();
    return judgePlan(
      [...this.levels()]
        .sort((p, q) => p.turns - q.turns)
        .map((level) => ({ value: level.turns, count: level.evaluation?.liftedCount ?? 0 })),
      { repeats, traySize, scatter: believedScatter(PRIOR_BELIEF), belief: PRIOR_BELIEF },
    );
  });

  constructor() {
    toObservable(computed(() => this.designSignal()?.valid() ?? null))
      .pipe(debounceTime(REST_MS), takeUntilDestroyed())
      .subscribe((design) => this.restingSignal.set(design));
    // What other tablets sent arrives by itself.
    interval(REFRESH_MS)
      .pipe(
        filter(() => document.visibilityState === 'visible' && this.loadSignal() === 'ready'),
        exhaustMap(() => this.server.investigation(this.idSignal()).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((fresh) => {
        const base = this.baseSignal();
        if (base?.id !== fresh.id) return;
        const unchanged =
          base.readings.length === fresh.readings.length &&
          base.predictions.length === fresh.predictions.length;
        if (unchanged) return;
        this.setBase({ ...base, readings: fresh.readings, predictions: fresh.predictions });
      });
    this.outbox.delivered.pipe(takeUntilDestroyed()).subscribe((delivery) => {
      const base = this.baseSignal();
      if (!base || delivery.investigationId !== base.id) return;
      this.setBase(
        delivery.kind === 'readings'
          ? { ...base, readings: withOutgoing(base.readings, [delivery.record]) }
          : { ...base, predictions: withOutgoing(base.predictions, [delivery.record]) },
      );
    });
    inject(DestroyRef).onDestroy(() => this.closeDocuments());
  }

  /** Loads an investigation; when the server is away, as this browser last saw it. */
  async open(id: string): Promise<void> {
    this.closeDocuments();
    this.idSignal.set(id);
    this.loadSignal.set('loading');
    void this.shelf.load();
    try {
      this.adopt(await firstValueFrom(this.server.investigation(id)));
    } catch (error) {
      if (error instanceof ServerRefusal) {
        this.loadSignal.set('missing');
        return;
      }
      if (!(error instanceof ServerAway)) throw error;
      const snapshot = await benchStore.snapshots.get(id);
      if (snapshot) this.adopt(snapshot);
      else this.loadSignal.set('away');
    }
  }

  addPrediction(body: PredictionBody): Promise<string> {
    return this.outbox.addPrediction(this.idSignal(), body);
  }

  addReading(body: ReadingBody): Promise<string> {
    return this.outbox.addReading(this.idSignal(), body);
  }

  private adopt(investigation: Investigation): void {
    const { id, version, plan, design } = investigation;
    this.setBase(investigation);
    const planDocument = new SavedDocument<Plan>({
      key: `plan:${id}`,
      schema: planSchema,
      initial: { version, value: plan },
      send: (change) =>
        this.server
          .updatePlan(id, { version: change.version, plan: change.value })
          .pipe(map((stored) => ({ version: stored.version, value: stored.plan }))),
      currentOf: (current) => {
        const stored = current as Investigation;
        return { version: stored.version, value: stored.plan };
      },
    });
    const toVersioned = (stored: VersionedDesign) => ({
      version: stored.version,
      value: stored.design,
    });
    const designDocument = new SavedDocument<DesignDocument>({
      key: `design:${design.id}`,
      schema: designSchema,
      initial: toVersioned(design),
      send: (change) =>
        this.server
          .updateDesign(design.id, { version: change.version, design: change.value })
          .pipe(map(toVersioned)),
      currentOf: (current) => toVersioned(current as VersionedDesign),
    });
    this.planSignal.set(planDocument);
    this.designSignal.set(designDocument);
    this.restingSignal.set(null);
    this.loadSignal.set('ready');
    void planDocument.restoreDraft();
    void designDocument.restoreDraft();
  }

  private setBase(investigation: Investigation): void {
    this.baseSignal.set(investigation);
    void benchStore.snapshots.put(investigation);
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
        ...record.body,
        id: record.id,
      }));
  }
}

function evaluate(design: MagnetDesign): { evaluation: Evaluation | null; fault: string | null } {
  try {
    return { evaluation: evaluateMagnet(design), fault: null };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { evaluation: null, fault: error.message };
  }
}

function withOutgoing<T extends { readonly id: string }>(
  confirmed: readonly T[],
  outgoing: readonly T[],
): T[] {
  const known = new Set(confirmed.map((record) => record.id));
  return [...confirmed, ...outgoing.filter((record) => !known.has(record.id))];
}

function required<T>(value: T | null): T {
  if (value === null) throw new Error('the investigation is not loaded yet');
  return value;
}
