// A private PostgreSQL cluster in the project's own folder, on loopback.
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { canDump, postgresPrograms, postgresVersion } from '../install/postgres.mjs';
import { stage } from '../install/report.mjs';
import {
  clusterFolder,
  connection,
  createCluster,
  databaseIdentity,
  passwordsOf,
  runningPort,
  startIn,
} from './postmaster.mjs';
import { finishUpgrade, upgrade } from './upgrade.mjs';

/**
 * Starts the cluster of a name, making it first if need be; recovers after any crash, and moves what
 * an older PostgreSQL has written to the newest that is installed.
 * @param name folder below the data folder.
 * @param settings, port as for `startIn`.
 * @returns `{ url, ensureDatabase, hasDatabase, databases, dropDatabase, renameDatabase, environment,
 *   programs, folder, process, stop }`; see `connection`.
 */
export async function startCluster(name, settings, port) {
  const identity = databaseIdentity();
  const folder = clusterFolder(name, identity);
  const passwords = passwordsOf(name);
  const newest = postgresPrograms();
  if (!newest) throw new Error('PostgreSQL is not installed.');
  finishUpgrade(folder);
  if (!existsSync(join(folder, 'PG_VERSION'))) {
    const done = stage('Creating the database');
    createCluster({ folder, programs: newest, passwords, identity });
    // It was made with them.
    passwords.isOwnerNew = false;
    done();
  }
  const version = readFileSync(join(folder, 'PG_VERSION'), 'utf8').trim();
  const programs = postgresPrograms(version);
  if (!programs) {
    throw new Error(
      `The database in ${folder} was written by PostgreSQL ${version}, which is not installed. ` +
        `Install the package postgresql-${version} once more: where both versions are there, ` +
        `Nab moves the database to ${postgresVersion(newest)} by itself.`,
    );
  }
  const cluster = { folder, passwords, identity };
  // The registry's PostgreSQL cannot move a database: then it stays what it is.
  if (programs === newest || !canDump(newest))
    return startIn({ ...cluster, programs, settings, port });
  await upgrade(cluster, { from: programs, to: newest });
  return startIn({ ...cluster, programs: newest, settings, port });
}

/**
 * The cluster of a name, whether a Nab has it running (then `stop` leaves it alone) or nobody does.
 * @returns as `startCluster`.
 */
export async function openCluster(name) {
  const folder = clusterFolder(name, databaseIdentity());
  const passwords = passwordsOf(name);
  const port = await runningPort({ folder, passwords });
  if (port === null) return startCluster(name);
  const programs = postgresPrograms(readFileSync(join(folder, 'PG_VERSION'), 'utf8').trim());
  return {
    ...connection({ folder, programs, port, passwords }),
    process: null,
    kill: () => {},
    stop: () => Promise.resolve(),
  };
}

/** Removes a cluster made for one run of the tests. */
export function removeCluster(cluster) {
  rmSync(cluster.folder, { recursive: true, force: true });
  for (const path of cluster.passwordFiles) rmSync(path, { force: true });
}
