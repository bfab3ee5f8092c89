import { DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { experimentDocumentSchema, type ExperimentDocument } from '@nab/contract/experiments';
import {
  planSchema,
  type Investigation,
  type LiveEvent,
  type Plan,
  type Poll,
  type Room,
  type StoredPlan,
  type VersionedDesign,
} from '@nab/contract/lesson';
import {
  auditTime,
  catchError,
  EMPTY,
  exhaustMap,
  filter,
  from,
  interval,
  map,
  type Observable,
  of,
  Subject,
  switchMap,
} from 'rxjs';
import type { Schema } from 'yup';
import { benchStore, Outbox, SavedDocument } from '../platform/saving';
import { Server, ServerAway, ServerRefusal } from '../platform/server';
import { LiveUpdates } from './live-updates';
import { merged, replaced, united } from './merge';

export type LoadState = 'loading' | 'ready' | 'missing' | 'away';

const REFRESH_MS = 8000;
/** What changes within this time is kept at once. */
const SNAPSHOT_MS = 200;
const IDLE_MS = 2000;

/**
 * One investigation as it is stored: fetched, followed while others change it, saved. What it means
 * is computed by InvestigationStore. In an injection context.
 */
export class InvestigationSource {
  private readonly server = inject(Server);
  private readonly outbox = inject(Outbox);
  private readonly idSignal = signal('');
  private readonly loadSignal = signal<LoadState>('loading');
  private readonly baseSignal = signal<Investigation | null>(null);
  private readonly planSignal = signal<SavedDocument<Plan> | null>(null);
  private readonly designSignal = signal<SavedDocument<ExperimentDocument> | null>(null);
  private readonly opened = new Subject<string>();
  /** Saved for a visit without the server, once nothing more urgent is to be done. */
  private readonly snapshot = new Subject<Investigation>();
  private readonly following = new LiveUpdates((event) => this.apply(event));

  readonly id = this.idSignal.asReadonly();
  readonly load = this.loadSignal.asReadonly();
  /** As last read, with what has changed since; null before it is read. */
  readonly base = this.baseSignal.asReadonly();
  readonly plan = this.planSignal.asReadonly();
  readonly design = this.designSignal.asReadonly();
  /** What the educator says to all; null before the room was opened. */
  readonly room = this.following.room;

  constructor() {
    // Opening another investigation cancels the request for the one before.
    this.opened
      .pipe(
        switchMap((id) => this.find(id)),
        takeUntilDestroyed(),
      )
      .subscribe((found) => {
        if (typeof found === 'string') this.loadSignal.set(found);
        else this.adopt(found);
      });
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
  open(id: string): void {
    this.closeDocuments();
    this.following.stop();
    this.idSignal.set(id);
    this.loadSignal.set('loading');
    this.opened.next(id);
  }

  /** The room's current state at the server. */
  takeRoom(room: Room): void {
    this.following.takeRoom(room);
  }

  /** A vote's current state at the server. */
  takePoll(poll: Poll): void {
    const base = this.baseSignal();
    if (base) this.setBase({ ...base, polls: replaced(base.polls ?? [], [poll]) });
  }

  private find(id: string): Observable<Investigation | 'missing' | 'away'> {
    return this.server.investigation(id).pipe(
      catchError((error: unknown) => {
        if (error instanceof ServerRefusal) return of('missing' as const);
        if (error instanceof ServerAway) return from(lastSeen(id));
        // Nab's own fault must not end the listening for the next one.
        reportError(error);
        return EMPTY;
      }),
    );
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

  private apply(told: LiveEvent): void {
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
        // Everything is read again; what arrives meanwhile is united with it.
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
    this.planSignal()?.close();
    this.designSignal()?.close();
  }
}

/** An investigation as this browser last saw it. */
async function lastSeen(id: string): Promise<Investigation | 'away'> {
  const kept = await benchStore()
    .then(({ snapshots }) => snapshots.get(id))
    .catch(() => undefined);
  return kept ?? 'away';
}

const toVersioned = (stored: VersionedDesign) => ({
  version: stored.version,
  value: stored.design,
});
