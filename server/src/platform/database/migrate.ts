import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { Umzug, type UmzugStorage } from 'umzug';
import type { Migration } from './migration.js';
import { investigations } from './migrations/0001-investigations.js';
import { shelf } from './migrations/0002-shelf.js';
import { experiments } from './migrations/0004-experiments.js';
import { places } from './migrations/0005-places.js';
import { lessons } from './migrations/0006-lessons.js';
import { flags } from './migrations/0007-flags.js';
import { rehearsals } from './migrations/0008-rehearsals.js';
import { polls } from './migrations/0009-polls.js';
import { changes } from './migrations/0011-changes.js';
import { lessonClock } from './migrations/0012-lesson-clock.js';
import { order } from './migrations/0013-order.js';
import { strays } from './migrations/0014-strays.js';
import { corrections } from './migrations/0015-corrections.js';
import { history } from './migrations/0016-history.js';
import { schools } from './migrations/0017-schools.js';
import { teachings } from './migrations/0018-teachings.js';
import { checks } from './migrations/0019-checks.js';
import { words } from './migrations/0020-words.js';
import { doors } from './migrations/0021-doors.js';
import { room } from './migrations/0010-room.js';
import { modelCount } from './migrations/0003-model-count.js';

export const MIGRATIONS: readonly Migration[] = [
  investigations,
  shelf,
  modelCount,
  experiments,
  places,
  lessons,
  flags,
  rehearsals,
  polls,
  room,
  changes,
  lessonClock,
  order,
  strays,
  corrections,
  history,
  schools,
  teachings,
  checks,
  words,
  doors,
];

/** Any number will do, as long as every Nab uses the same. */
const ADVISORY_LOCK = 7_219_001;

export class UnknownSchemaError extends Error {
  override readonly name = 'UnknownSchemaError';
}

/**
 * Brings the schema to a version: all of it in one transaction, under an advisory lock so that two
 * servers starting together do it once.
 * @param target 'latest', 'nothing' to undo every migration, or a migration up to which, or back to
 *   which, it goes.
 * @returns names of the migrations that ran.
 * @throws UnknownSchemaError when the database is newer than this server.
 */
export async function migrate(
  sequelize: Sequelize,
  target: 'latest' | 'nothing' | { readonly upTo: string } = 'latest',
): Promise<string[]> {
  return sequelize.transaction(async (transaction) => {
    await sequelize.query(`SELECT pg_advisory_xact_lock(${ADVISORY_LOCK})`, { transaction });
    // A migration changes the rows of every school.
    await sequelize.query(`SET LOCAL nab.school = 'all'`, { transaction });
    const storage = migrationTable(sequelize, transaction);
    const umzug = new Umzug({
      migrations: MIGRATIONS.map(({ name, up, down }) => ({
        name,
        up: () => sequelize.query(up, { transaction }),
        down: () => sequelize.query(down, { transaction }),
      })),
      context: undefined,
      storage,
      logger: undefined,
    });
    const unknown = (await storage.executed()).filter(
      (name) => !MIGRATIONS.some((m) => m.name === name),
    );
    if (unknown.length > 0) {
      throw new UnknownSchemaError(
        `The database was made by a newer Nab (${unknown.join(', ')}). Update Nab, or use its own database.`,
      );
    }
    const ran = await go(umzug, target);
    return ran.map((m) => m.name);
  });
}

async function go(
  umzug: Umzug,
  target: 'latest' | 'nothing' | { readonly upTo: string },
): Promise<readonly { readonly name: string }[]> {
  if (target === 'latest') return umzug.up();
  if (target === 'nothing') return umzug.down({ to: 0 });
  const done = (await umzug.executed()).map(({ name }) => name);
  if (!done.includes(target.upTo)) return umzug.up({ to: target.upTo });
  const beyond = done[done.indexOf(target.upTo) + 1];
  return beyond === undefined ? [] : umzug.down({ to: beyond });
}

type Storage = UmzugStorage & { executed(): Promise<string[]> };

function migrationTable(sequelize: Sequelize, transaction: Transaction): Storage {
  return {
    async executed() {
      await sequelize.query(
        'CREATE TABLE IF NOT EXISTS schema_migrations (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
        { transaction },
      );
      const rows = await sequelize.query<{ name: string }>(
        'SELECT name FROM schema_migrations ORDER BY name',
        { type: QueryTypes.SELECT, transaction },
      );
      return rows.map((row) => row.name);
    },
    async logMigration({ name }) {
      await sequelize.query('INSERT INTO schema_migrations (name) VALUES ($name)', {
        bind: { name },
        transaction,
      });
    },
    async unlogMigration({ name }) {
      await sequelize.query('DELETE FROM schema_migrations WHERE name = $name', {
        bind: { name },
        transaction,
      });
    },
  };
}
