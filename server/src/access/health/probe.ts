import { setTimeout as pause } from 'node:timers/promises';
import { DatabaseError, type Sequelize } from 'sequelize';
import { isDiskFull } from '../../platform/problems/index.js';

/** How the database is: it answers and has room, its disk is full, it is away, or gives no answer. */
export type DatabaseState = 'ok' | 'full' | 'unreachable' | 'silent';

/** A database that is well answers within milliseconds. */
const PATIENCE_MS = 2_000;
/** Rows that need a new page of 8 kB, which a row more in a page with room would not. */
const ROWS = 300;

/**
 * Asks the database for room: pages that were never there are written and taken back. Only reading,
 * or changing a row in place, works on a full disk too.
 * @returns asks; a question that still waits is not asked a second time.
 */
export function probe(sequelize: Sequelize): () => Promise<DatabaseState> {
  let asked: Promise<DatabaseState> | null = null;
  return async () => {
    asked ??= fill(sequelize).finally(() => (asked = null));
    const answered = new AbortController();
    const silence = pause(PATIENCE_MS, 'silent' as const, { signal: answered.signal });
    try {
      return await Promise.race([silence, asked]);
    } finally {
      answered.abort();
    }
  };
}

async function fill(sequelize: Sequelize): Promise<DatabaseState> {
  try {
    const transaction = await sequelize.transaction();
    try {
      // Emptied, its first page is a new one. A backup under way holds the table: then it is well.
      await sequelize.query(
        `SET LOCAL lock_timeout = 200;
         TRUNCATE health_pages;
         INSERT INTO health_pages SELECT generate_series(1, ${ROWS});`,
        { transaction },
      );
    } finally {
      await transaction.rollback();
    }
    return 'ok';
  } catch (error) {
    if (isDiskFull(error)) return 'full';
    return isLocked(error) ? 'ok' : 'unreachable';
  }
}

/** SQLSTATE of a lock that was not to be had in time. */
const isLocked = (error: unknown): boolean =>
  error instanceof DatabaseError && (error.parent as { code?: string }).code === '55P03';
