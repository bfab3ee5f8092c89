/**
 * The tables of everything, each after what it refers to, with the order of its rows. Left out is
 * what belongs to a running Nab: sessions, tries, the notes of what changed, and the pass phrase.
 */
export const TABLES = {
  classes: 'created_at, id',
  bench_groups: 'class_id, position, id',
  designs: 'created_at, id',
  // A rehearsal comes after what it rehearses.
  investigations: 'rehearsal_of IS NOT NULL, created_at, id',
  levels: 'investigation_id, role, position, id',
  predictions: 'arrival, id',
  // A correction comes after what it corrects.
  readings: 'arrival, id',
  polls: 'opened_at, id',
  votes: 'poll_id, received_at, voter',
  shelf_items: 'created_at, id',
  shelf_removed: 'id',
  rooms: 'investigation_id',
  strays: 'received_at, id',
  teachings: 'investigation_id',
  kept_apart: 'kept_at, id',
} as const;

export type Table = keyof typeof TABLES;

export const isKnownTable = (name: unknown): name is Table =>
  typeof name === 'string' && Object.hasOwn(TABLES, name);

/** Rows of each table, or how many. */
export type ByTable<T> = Partial<Record<Table, T>>;

/** A row as the database has it, by its columns. */
export type Row = Readonly<Record<string, unknown>>;
