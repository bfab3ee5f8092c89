import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Prediction, PredictionBody, Reading, ReadingBody } from '@nab/contract';
import { liveQuery } from 'dexie';
import { firstValueFrom, fromEvent, merge, Subject, timer } from 'rxjs';
import { benchStore, type OutgoingRecord } from './bench-store';
import { ServerAway, ServerRefusal } from './outcomes';
import { Server } from './server';
import { v4 as uuid } from 'uuid';

/** What the server confirmed. */
export type Delivery =
  | { readonly kind: 'predictions'; readonly investigationId: string; readonly record: Prediction }
  | { readonly kind: 'readings'; readonly investigationId: string; readonly record: Reading };

const RETRY_MS = 3000;

/**
 * Predictions and readings on their way: written to this browser's database first, then delivered in
 * order of typing, once (ids are made here), for as long as it takes. A closed lid or a dead server
 * loses nothing.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly server = inject(Server);
  private readonly pendingSignal = signal<readonly OutgoingRecord[]>([]);
  private readonly awaySignal = signal(false);
  private readonly deliveries = new Subject<Delivery>();
  private delivering = false;

  /** Everything not yet confirmed, oldest first. */
  readonly pending = this.pendingSignal.asReadonly();
  /** The last try found no server. */
  readonly away = this.awaySignal.asReadonly();
  readonly delivered = this.deliveries.asObservable();

  constructor() {
    const pending = liveQuery(() => benchStore.outgoing.orderBy('at').toArray()).subscribe(
      (records) => this.pendingSignal.set(records),
    );
    inject(DestroyRef).onDestroy(() => pending.unsubscribe());
    merge(timer(0, RETRY_MS), fromEvent(window, 'online'))
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.deliver());
  }

  /** Resolves when the record is safe in this browser; delivery follows by itself. */
  async addPrediction(investigationId: string, body: PredictionBody): Promise<string> {
    return this.add('predictions', investigationId, { ...body });
  }

  async addReading(investigationId: string, body: ReadingBody): Promise<string> {
    return this.add('readings', investigationId, { ...body });
  }

  /** Sends a refused record once more. */
  async retry(id: string): Promise<void> {
    await benchStore.outgoing
      .where('id')
      .equals(id)
      .modify((record: { refusal?: string }) => {
        delete record.refusal;
      });
    await this.deliver();
  }

  private async add(
    kind: OutgoingRecord['kind'],
    investigationId: string,
    body: Readonly<Record<string, unknown>>,
  ): Promise<string> {
    const id = uuid();
    await benchStore.outgoing.add({ id, kind, investigationId, body, at: Date.now() });
    void this.deliver();
    return id;
  }

  private async deliver(): Promise<void> {
    if (this.delivering) return;
    this.delivering = true;
    try {
      for (;;) {
        const next = await benchStore.outgoing
          .orderBy('at')
          .filter((record) => record.refusal === undefined)
          .first();
        if (!next) {
          this.awaySignal.set(false);
          return;
        }
        await this.send(next);
      }
    } catch (error) {
      if (!(error instanceof ServerAway)) throw error;
      this.awaySignal.set(true);
    } finally {
      this.delivering = false;
    }
  }

  /** @throws ServerAway; a refusal is noted on the record. */
  private async send({ id, kind, investigationId, body }: OutgoingRecord): Promise<void> {
    try {
      const record = await firstValueFrom(this.server.put<never>(`/api/${kind}/${id}`, body));
      this.deliveries.next({ kind, investigationId, record });
      await benchStore.outgoing.delete(id);
    } catch (error) {
      if (!(error instanceof ServerRefusal)) throw error;
      await benchStore.outgoing.update(id, { refusal: error.message });
    }
  }
}
