import type { Investigation } from '@nab/contract/lesson';
import { Dexie, liveQuery, type EntityTable } from 'dexie';

/** A prediction or reading on its way to the server. */
export interface OutgoingRecord {
  /** Made at the bench; the server stores each id once. */
  readonly id: string;
  readonly kind: 'predictions' | 'readings';
  readonly investigationId: string;
  readonly body: Readonly<Record<string, unknown>>;
  /** Order of typing: it only grows, whatever the tablet's clock does. */
  readonly at: number;
  /** The server's reason, if it refused; the record then waits for a person. */
  readonly refusal?: string;
}

/** A change of a plan or a design that the server has not confirmed. */
export interface StoredDraft {
  readonly key: string;
  readonly version: number;
  readonly value: unknown;
  /**
   * What was sent from here against `version` and may be what is stored by now: a newer version with
   * one of these values is this browser's own.
   */
  readonly sent?: readonly unknown[];
  /** A newer version is stored, which is somebody else's: a person decides. */
  readonly stale?: boolean;
}

/** What this browser keeps until the server has it, and the last investigations seen. */
class BenchDatabase extends Dexie {
  readonly outgoing!: EntityTable<OutgoingRecord, 'id'>;
  readonly drafts!: EntityTable<StoredDraft, 'key'>;
  readonly snapshots!: EntityTable<Investigation, 'id'>;

  constructor() {
    super('nab');
    this.version(1).stores({
      outgoing: 'id, investigationId, at',
      drafts: 'key',
      snapshots: 'id',
    });
  }
}

export const benchDatabase = new BenchDatabase();
export type { BenchDatabase };
export { liveQuery };
