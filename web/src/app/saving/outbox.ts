import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Prediction, PredictionBody, Reading, ReadingBody } from '@nab/contract';
import { liveQuery } from 'dexie';
import { firstValueFrom, fromEvent, merge, Subject, timer } from 'rxjs';
import { benchStore, type OutgoingRecord } from './bench-store';
import { Server, ServerAway, ServerRefusal } from '../server';
import { v4 as uuid } from 'uuid';

/** What the server confirmed. */
export type Delivery =
  | { readonly kind: 'predictions'; readonly investigationId: string; readonly record: Prediction }
  | { readonly kind: 'readings'; readonly investigationId: string; readonly record: Reading };

/** A record is neither in this browser nor at the server: whoever typed it must know. */
export class NotKept extends Error {
  override readonly name = 'NotKept';
}

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
    const pending = liveQuery(() => benchStore.outgoing.orderBy('at').toArray()).subscribe({
      next: (records) => this.pendingSignal.set(records),
      // Without storage nothing waits in it.
      error: () => this.pendingSignal.set([]),
    });
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
    const record: OutgoingRecord = { id, kind, investigationId, body, at: Date.now() };
    try {
      await benchStore.outgoing.add(record);
    } catch (error) {
      await this.sendUnkept(record, error);
      return id;
    }
    // The list of the storage comes a moment later, and nobody must read "Saved" until then.
    this.pendingSignal.update((now) =>
      now.some((other) => other.id === id) ? now : [...now, record],
    );
    void this.deliver();
    return id;
  }

  /**
   * This browser keeps nothing (a private window, a full or forbidden storage), so the record goes
   * straight to the server and counts only once it is there.
   * @throws NotKept when neither has it.
   */
  private async sendUnkept(record: OutgoingRecord, why: unknown): Promise<void> {
    const { id, kind, investigationId, body } = record;
    try {
      const stored = await firstValueFrom(this.server.put<never>(`/api/${kind}/${id}`, body));
      this.deliveries.next({ kind, investigationId, record: stored });
    } catch (error) {
      throw new NotKept(error instanceof ServerRefusal ? error.message : String(why));
    }
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
      if (error instanceof ServerAway) this.awaySignal.set(true);
      // What the storage refuses to give back cannot be sent from here.
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
