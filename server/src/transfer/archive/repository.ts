import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import type { KeptApart } from '@nab/contract/archive';
import { v5 } from 'uuid';
import { currentSchool } from '../../platform/database/index.js';
import { TABLES, type Row, type Table } from './tables.js';

const AT_A_TIME = 1000;

/** The schema's last migration: what the rows of an archive look like. */
export async function schemaOf(sequelize: Sequelize, transaction: Transaction): Promise<string> {
  const [row] = await sequelize.query<{ name: string }>(
    'SELECT max(name) AS name FROM schema_migrations',
    { type: QueryTypes.SELECT, transaction },
  );
  return row!.name;
}

/** Every row of a table as JSON text, some hundreds at a time. */
export async function* rowsOf(
  sequelize: Sequelize,
  table: Table,
  transaction: Transaction,
): AsyncGenerator<readonly string[]> {
  const cursor = `archive_${table}`;
  const rows = `SELECT (to_jsonb(t) - 'school_id')::text AS row FROM ${table} t
    WHERE t.school_id = current_school() ORDER BY ${TABLES[table]}`;
  await sequelize.query(`DECLARE ${cursor} NO SCROLL CURSOR FOR ${rows}`, { transaction });
  for (;;) {
    const found = await sequelize.query<{ row: string }>(`FETCH ${AT_A_TIME} FROM ${cursor}`, {
      type: QueryTypes.SELECT,
      transaction,
    });
    if (found.length === 0) break;
    yield found.map(({ row }) => row);
  }
  await sequelize.query(`CLOSE ${cursor}`, { transaction });
}

/** The columns that a table has here. */
export async function columnsOf(
  sequelize: Sequelize,
  table: Table,
  transaction: Transaction,
): Promise<ReadonlySet<string>> {
  const found = await sequelize.query<{ name: string }>(
    `SELECT attname AS name FROM pg_attribute
      WHERE attrelid = $table::regclass AND attnum > 0 AND NOT attisdropped
        AND attname <> 'school_id'`,
    { type: QueryTypes.SELECT, bind: { table }, transaction },
  );
  return new Set(found.map(({ name }) => name));
}

/**
 * Adds the rows that are not there, leaving out columns that no row has.
 * @param rows of one table, all with the same columns.
 * @returns ids of what was added; a row without an id counts as an empty one.
 */
export async function addRows(
  sequelize: Sequelize,
  table: Table,
  rows: readonly Row[],
  transaction: Transaction,
): Promise<string[]> {
  const columns = Object.keys(rows[0]!)
    .map((name) => `"${name}"`)
    .join(', ');
  const unless =
    // What lies on the shelf was not removed from it.
    table === 'shelf_removed'
      ? `WHERE NOT EXISTS (
        SELECT FROM shelf_items s WHERE s.id = r.id AND s.school_id = current_school())`
      : '';
  const added = await sequelize.query<{ id: string | null }>(
    `INSERT INTO ${table} (${columns})
       SELECT ${columns} FROM jsonb_populate_recordset(NULL::${table}, $rows::jsonb) r ${unless}
     ON CONFLICT DO NOTHING
     RETURNING ${'id' in rows[0]! ? 'id' : 'NULL AS id'}`,
    { type: QueryTypes.SELECT, bind: { rows: JSON.stringify(rows) }, transaction },
  );
  return added.map(({ id }) => id ?? '');
}

/** Keeps rows that are not taken, once each however often they come. */
export async function keepApart(
  sequelize: Sequelize,
  rows: readonly (KeptApart & { readonly row: Row })[],
  transaction: Transaction,
): Promise<void> {
  const kept = rows.map(({ table, row, why }) => ({
    id: v5(`${table} ${JSON.stringify(row)}`, currentSchool()),
    table_name: table,
    content: row,
    why,
  }));
  await sequelize.query(
    `INSERT INTO kept_apart (id, table_name, content, why)
       SELECT id, table_name, content, why
         FROM jsonb_populate_recordset(NULL::kept_apart, $kept::jsonb)
     ON CONFLICT DO NOTHING`,
    { bind: { kept: JSON.stringify(kept) }, transaction },
  );
}

/** What came back to the shelf is no longer removed; what arrives next comes after all there is. */
export async function finishRestore(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    'DELETE FROM shelf_removed r USING shelf_items s WHERE s.id = r.id AND r.school_id = current_school()',
    {
      transaction,
    },
  );
  await sequelize.query(
    `SELECT setval('records_arrived', greatest(nextval('records_arrived'),
       (SELECT coalesce(max(arrival), 0) + 1 FROM readings),
       (SELECT coalesce(max(arrival), 0) + 1 FROM predictions)))`,
    { transaction },
  );
}
