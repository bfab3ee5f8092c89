import type { LiveEvent } from '@nab/contract/lesson';
import type { Sequelize } from 'sequelize';
import { inSchool } from '../../platform/database/index.js';
import { isKept, readChanges } from './repository.js';
import { eventsFor } from './events.js';

/** Where a listener is told what changed. */
export interface Listener {
  readonly investigationId: string;
  /** @param place where to go on from after the last of them. */
  publish(events: readonly LiveEvent[], place: string): void;
}

/** How soon to look again while an older transaction is open. */
const WITHHELD_MS = 30;

/**
 * Reads what changed once for all screens of this server, however many look on, and tells each what
 * is its investigation's. One thing at a time, so that nobody is told the older state last.
 */
export class ChangeFeed {
  private readonly listeners = new Set<Listener>();
  private cursor: string | null = null;
  private queue: Promise<void> = Promise.resolve();
  private waiting = false;
  private timer: NodeJS.Timeout | null = null;

  /** @param school whose changes it reads, whoever has it look. */
  constructor(
    private readonly sequelize: Sequelize,
    private readonly school: string,
    private readonly failed: (error: unknown) => void,
  ) {}

  get size(): number {
    return this.listeners.size;
  }

  /**
   * Adds a listener and tells it what it missed.
   * @param since the place up to which it knows everything; null to be told from now on.
   */
  join(listener: Listener, since: string | null): Promise<void> {
    return this.inTurn(async () => {
      const { investigationId } = listener;
      if (since !== null && !(await isKept(this.sequelize, since))) {
        const { horizon } = await readChanges(this.sequelize, null, []);
        listener.publish([{ event: 'reset', data: {} }], horizon);
      } else {
        const { horizon, changes } = await readChanges(this.sequelize, since, [investigationId]);
        // The room's state is sent too: a tablet may have missed that it is paused.
        const room = { investigationId, kind: 'room', ref: null } as const;
        const events = await eventsFor(this.sequelize, investigationId, [...changes, room]);
        listener.publish(events, horizon);
        // What is withheld from this one now comes with the next look.
        this.cursor = earlier(this.cursor, horizon);
      }
      this.listeners.add(listener);
      this.poll();
    });
  }

  leave(listener: Listener): void {
    this.listeners.delete(listener);
    if (this.listeners.size === 0) this.cursor = null;
  }

  /** Something may have changed. Called often; looks once at a time. */
  poll(): void {
    if (this.waiting || this.listeners.size === 0) return;
    this.waiting = true;
    this.inTurn(() => this.lookNow()).catch(() => undefined);
  }

  end(): void {
    if (this.timer) clearTimeout(this.timer);
    this.listeners.clear();
  }

  private async lookNow(): Promise<void> {
    this.waiting = false;
    const ids = [...new Set([...this.listeners].map((one) => one.investigationId))];
    if (ids.length === 0) return;
    const { horizon, changes, withheld } = await readChanges(this.sequelize, this.cursor, ids);
    for (const id of ids) {
      const own = changes.filter(({ investigationId }) => investigationId === id);
      if (own.length === 0) continue;
      const events = await eventsFor(this.sequelize, id, own);
      for (const listener of this.listeners) {
        if (listener.investigationId === id) listener.publish(events, horizon);
      }
    }
    this.cursor = horizon;
    if (!withheld) return;
    this.timer = setTimeout(() => this.poll(), WITHHELD_MS);
  }

  private inTurn(work: () => Promise<void>): Promise<void> {
    const mine = this.queue.then(() => inSchool(this.school, work));
    this.queue = mine.catch((error: unknown) => {
      this.waiting = false;
      this.failed(error);
    });
    return mine;
  }
}

const earlier = (p: string | null, q: string): string =>
  p === null || BigInt(q) < BigInt(p) ? q : p;
