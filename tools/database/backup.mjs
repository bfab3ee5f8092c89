// Backups with PostgreSQL's own tools, each checked by restoring it beside the original.
import { spawnSync } from 'node:child_process';
import { basename, join } from 'node:path';

/** The rows of every school: row-level security would show none. */
const OF_ALL_SCHOOLS = '-c nab.school=all';

/** What belongs to a running Nab and not to what the school wrote down. */
const PASSING = ['changes', 'failed_tries', 'sessions'];

/**
 * Writes a database into a file while it may go on being used, restores the file beside it and
 * compares every table of both, row for row.
 * @param cluster as `openCluster` gives it.
 * @returns rows by table.
 * @throws Error when a program fails or the copy is not the same.
 */
export async function backUp(cluster, database, file) {
  const copy = `${database}_check_${process.pid}`;
  try {
    return await carry({ cluster, database }, { cluster, database: copy }, file);
  } finally {
    await cluster.dropDatabase(copy);
  }
}

/**
 * Carries a database into another, of the same cluster or of one with a newer PostgreSQL, by way of
 * a file, and compares every table of both, row for row.
 * @returns rows by table.
 * @throws Error when a program fails or the copy is not the same.
 */
export async function carry(from, to, file) {
  const original = await open(from.cluster, from.database);
  try {
    // One moment for the dump and for what it is compared with.
    await original.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const { rows } = await original.query('SELECT pg_export_snapshot() AS id');
    // The newer PostgreSQL's own pg_dump reads an older one's database, never the reverse.
    tool(from.cluster, join(to.cluster.programs, 'pg_dump'), from.database, [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      '--enable-row-security',
      `--snapshot=${rows[0].id}`,
      // What is being computed right now.
      '--exclude-schema=jobs',
      ...PASSING.map((table) => `--exclude-table-data=public.${table}`),
      `--file=${file}`,
    ]);
    const wanted = await contentOf(original);
    await restoreInto(to.cluster, file, to.database);
    const found = await withDatabase(to.cluster, to.database, contentOf);
    const differing = Object.keys({ ...wanted, ...found }).filter(
      (table) => wanted[table]?.sum !== found[table]?.sum,
    );
    if (differing.length > 0) {
      throw new Error(`The copy differs from the original in: ${differing.join(', ')}.`);
    }
    return Object.fromEntries(Object.entries(wanted).map(([table, { rows: n }]) => [table, n]));
  } finally {
    await original.query('ROLLBACK').catch(() => {});
    await original.end();
  }
}

/**
 * Puts a backup in the place of a database, which is kept under another name. Nab must not be running.
 * @returns the name under which what was there is kept; null where there was nothing.
 * @throws Error when the file cannot be restored: then nothing has changed.
 */
export async function restore(cluster, database, file) {
  const fresh = `${database}_restored_${process.pid}`;
  try {
    await restoreInto(cluster, file, fresh);
    await tellAnew(cluster, fresh);
  } catch (error) {
    await cluster.dropDatabase(fresh);
    throw error;
  }
  const kept = `${database}_before_${new Date().toISOString().replace(/\D/g, '').slice(0, 14)}`;
  const had = await cluster.hasDatabase(database);
  if (had) await cluster.renameDatabase(database, kept);
  await cluster.renameDatabase(fresh, database);
  return had ? kept : null;
}

/** Another cluster counts its transactions anew: whoever was told something reads all again. */
export const tellAnew = (cluster, database) =>
  withDatabase(cluster, database, async (client) => {
    const { rows } = await client.query(`SELECT to_regclass('public.changes_floor') AS floor`);
    // One that an older Nab wrote counts nothing yet.
    if (rows[0].floor === null) return;
    await client.query('UPDATE changes_floor SET xact = pg_snapshot_xmax(pg_current_snapshot())');
  });

async function restoreInto(cluster, file, database) {
  await cluster.dropDatabase(database);
  await cluster.ensureDatabase(database);
  tool(cluster, join(cluster.programs, 'pg_restore'), database, [
    '--no-owner',
    '--no-privileges',
    '--exit-on-error',
    '--single-transaction',
    `--dbname=${database}`,
    file,
  ]);
}

/** Rows and a sum over the text of all rows, of every table that is backed up. */
async function contentOf(client) {
  const { rows: tables } = await client.query(
    `SELECT table_name AS name FROM information_schema.tables
     WHERE table_schema = 'public' AND table_type = 'BASE TABLE' ORDER BY 1`,
  );
  const content = {};
  for (const { name } of tables.filter((table) => !PASSING.includes(table.name))) {
    const { rows } = await client.query(
      `SELECT count(*)::int AS rows,
         coalesce(md5(string_agg(md5(t::text), '' ORDER BY md5(t::text))), 'none') AS sum
       FROM "${name}" t`,
    );
    content[name] = rows[0];
  }
  return content;
}

async function withDatabase(cluster, database, use) {
  const client = await open(cluster, database);
  try {
    return await use(client);
  } finally {
    await client.end();
  }
}

async function open(cluster, database) {
  // Imported here: `npm start` reaches this file before any package is installed.
  const { default: pg } = await import('pg');
  const client = new pg.Client({
    connectionString: cluster.url(database),
    options: OF_ALL_SCHOOLS,
  });
  await client.connect();
  return client;
}

/** Runs one of PostgreSQL's programs as the server's role. */
function tool(cluster, program, database, words) {
  const { status, stderr, error } = spawnSync(program, words, {
    encoding: 'utf8',
    env: { ...cluster.environment, PGDATABASE: database, PGOPTIONS: OF_ALL_SCHOOLS },
  });
  if (status !== 0)
    throw new Error(`${basename(program)} failed: ${(stderr ?? error?.message ?? '').trim()}`);
}
