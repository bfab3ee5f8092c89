// From one major version of PostgreSQL to a newer one: copied, compared, and only then exchanged.
import { existsSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { postgresVersion } from '../install/postgres.mjs';
import { carry, tellAnew } from './backup.mjs';
import { createCluster, startIn } from './postmaster.mjs';

/** A copy that is being made, and one that was found the same as the original. */
const begun = (folder) => `${folder}.upgrading`;
const checked = (folder) => `${folder}.upgraded`;

/**
 * Carries every database of a cluster into a new one of a newer PostgreSQL and compares every table.
 * The old folder stays as it was, under another name; sessions end, as after restoring.
 * @param cluster `{ folder, passwords, identity }`.
 * @param programs folders of both versions' programs.
 * @returns the name under which the old folder is kept.
 * @throws Error when the copy cannot be made or is not the same: then nothing has changed.
 */
export async function upgrade(cluster, { from, to }) {
  const { folder } = cluster;
  process.stderr.write(
    `Moving the database from PostgreSQL ${postgresVersion(from)} to ${postgresVersion(to)} …\n`,
  );
  const copy = { ...cluster, folder: begun(folder) };
  const file = `${begun(folder)}-dump`;
  const running = [];
  try {
    createCluster({ ...copy, programs: to });
    const old = await startIn({ ...cluster, programs: from });
    running.push(old);
    const fresh = await startIn({ ...copy, programs: to });
    running.push(fresh);
    for (const database of await old.databases()) {
      await carry({ cluster: old, database }, { cluster: fresh, database }, file);
      await tellAnew(fresh, database);
    }
  } catch (error) {
    throw new Error(
      `The database could not be moved to PostgreSQL ${postgresVersion(to)}; nothing has changed. ` +
        error.message,
    );
  } finally {
    for (const server of running) await server.stop();
    rmSync(file, { force: true });
  }
  renameSync(copy.folder, checked(folder));
  return finishUpgrade(folder);
}

/**
 * Puts a copy that was checked in the place of the original, also where that was cut short before.
 * @returns the name under which the original is kept; null where there is nothing to finish.
 */
export function finishUpgrade(folder) {
  rmSync(begun(folder), { recursive: true, force: true });
  if (!existsSync(checked(folder))) return null;
  const version = (of) => readFileSync(join(of, 'PG_VERSION'), 'utf8').trim();
  let kept = null;
  if (existsSync(folder)) {
    kept = `${folder}-before-${version(checked(folder))}`;
    for (let n = 2; existsSync(kept); n++)
      kept = `${folder}-before-${version(checked(folder))}-${n}`;
    renameSync(folder, kept);
    process.stderr.write(
      `Every table was compared and is the same. What was there before is kept in\n  ${kept}\nRemove it once you have looked.\n`,
    );
  }
  renameSync(checked(folder), folder);
  return kept;
}
