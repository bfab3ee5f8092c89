import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type {
  Prediction,
  PredictionBody,
  Reading,
  ReadingBody,
  StoredUnplaced,
} from '@nab/contract/lesson';
import { firstValueFrom, fromEvent, merge, Subject, timer } from 'rxjs';
import { benchStore, watchStore, type OutgoingRecord } from './bench-store';
import { Server, ServerAway, ServerFault, ServerRefusal } from '../server';
import { askForStorage, type Storage } from './storage';
import { v4 as uuid } from 'uuid';

/** What the server confirmed. */
export type Delivery =
  | { readonly kind: 'predictions'; readonly investigationId: string; readonly record: Prediction }
  | { readonly kind: 'readings'; readonly investigationId: string; readonly record: Reading };

/** A record is neither in this browser nor at the server: the person who typed it must know. */
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
  /** Records that are neither here nor at the server yet. */
  private readonly writing = signal(0);
  private readonly awaySignal = signal(false);
  private readonly unplacedSignal = signal<readonly StoredUnplaced[]>([]);
  private readonly storageSignal = signal<Storage>('asked');
  private readonly unsavedSignal = signal<string | null>(null);
  private readonly signedOutSignal = signal(false);
  private readonly deliveries = new Subject<Delivery>();
  private delivering = false;

  /** Everything not yet confirmed, oldest first. */
  readonly pending = this.pendingSignal.asReadonly();
  /** True from the tap on until the last record is in this browser, or at the server. */
  readonly saving = computed(() => this.writing() > 0);
  /** The last try found no server. */
  readonly away = this.awaySignal.asReadonly();
  readonly delivered = this.deliveries.asObservable();
  /** What has arrived here since the page was opened and waits for the educator to give it a place. */
  readonly unplaced = this.unplacedSignal.asReadonly();
  /** What this browser does with what is written into it. */
  readonly storage = this.storageSignal.asReadonly();
  /** Why the last record is neither here nor at the server; null when it is. */
  readonly unsaved = this.unsavedSignal.asReadonly();
  /** The server no longer knows whose tablet this is: what waits here waits until it joins again. */
  readonly signedOut = this.signedOutSignal.asReadonly();

  constructor() {
    watchStore(({ outgoing }) => outgoing.orderBy('at').toArray())
      .pipe(takeUntilDestroyed())
      .subscribe({
        next: (records) => this.pendingSignal.set(records),
        // Without storage nothing waits in it.
        error: () => this.pendingSignal.set([]),
      });
    // A record that could not be written meanwhile says more than the probe.
    void askForStorage().then((storage) =>
      this.storageSignal.update((now) => (now === 'asked' ? storage : now)),
    );
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
    await (
      await benchStore()
    ).outgoing
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
    let record: OutgoingRecord = { id, kind, investigationId, body, at: Date.now() };
    this.writing.update((count) => count + 1);
    try {
      try {
        record = await enqueue(record);
      } catch (error) {
        this.storageSignal.set('nothing');
        await this.sendUnkept(record, error);
        this.unsavedSignal.set(null);
        return id;
      }
      this.unsavedSignal.set(null);
      // The list of the storage comes a moment later, and nobody must read "Saved" until then.
      this.pendingSignal.update((now) =>
        now.some((other) => other.id === id) ? now : [...now, record],
      );
    } finally {
      this.writing.update((count) => count - 1);
    }
    void this.deliver();
    return id;
  }

  /**
   * This browser keeps nothing (a private window, a full or forbidden storage), so the record goes
   * straight to the server and counts only once it is there.
   * @throws NotKept when neither has it.
   */
  private async sendUnkept(record: OutgoingRecord, why: unknown): Promise<void> {
    try {
      await this.put(record);
    } catch (error) {
      const reason = error instanceof ServerRefusal ? error.message : String(why);
      this.unsavedSignal.set(reason);
      throw new NotKept(reason);
    }
  }

  private async deliver(): Promise<void> {
    if (this.delivering) return;
    this.delivering = true;
    try {
      const passed = new Set<string>();
      for (;;) {
        const waiting = await (await benchStore()).outgoing.orderBy('at').toArray();
        const ids = new Set(waiting.map(({ id }) => id));
        const next = waiting.find(
          ({ id, refusal, body }) =>
            refusal === undefined &&
            !passed.has(id) &&
            // The server must know what a correction corrects.
            !ids.has(String(body['corrects'])),
        );
        if (!next) break;
        // One that the server stumbles over must not hold up all behind it; it is tried again later.
        if (!(await this.send(next))) passed.add(next.id);
      }
      this.awaySignal.set(passed.size > 0);
    } catch (error) {
      if (error instanceof ServerAway) this.awaySignal.set(true);
      // What the storage refuses to give back cannot be sent from here.
    } finally {
      this.delivering = false;
    }
  }

  /** @returns false where it should be tried again later. @throws ServerAway where nothing gets through. */
  private async send(record: OutgoingRecord): Promise<boolean> {
    try {
      await this.put(record);
      await (await benchStore()).outgoing.delete(record.id);
      return true;
    } catch (error) {
      if (error instanceof ServerFault) return false;
      if (!(error instanceof ServerRefusal)) throw error;
      this.signedOutSignal.set(error.problem.code === 'SIGN_IN');
      if (this.signedOut()) return false;
      await (await benchStore()).outgoing.update(record.id, { refusal: error.message });
      return true;
    }
  }

  /** Sends a record; what the server keeps for the educator to place is kept well. */
  private async put({ id, kind, investigationId, body }: OutgoingRecord): Promise<void> {
    const path = `/api/${kind}/${id}?of=${investigationId}`;
    const answer = await firstValueFrom(
      this.server.put<StoredUnplaced | { stray?: never }>(path, body),
    );
    this.signedOutSignal.set(false);
    if (answer.stray) this.unplacedSignal.update((list) => [...list, answer]);
    else this.deliveries.next({ kind, investigationId, record: answer as never });
  }
}

/** Puts a record last in the queue, in the order of typing: a tablet's clock may be set back meanwhile. */
async function enqueue(record: OutgoingRecord): Promise<OutgoingRecord> {
  const store = await benchStore();
  return store.transaction('rw', store.outgoing, async () => {
    const last = await store.outgoing.orderBy('at').last();
    const queued = { ...record, at: Math.max(record.at, (last?.at ?? 0) + 1) };
    await store.outgoing.add(queued);
    return queued;
  });
}
