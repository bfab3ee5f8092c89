// npm run backup -- [FILE]: everything in the database as one file, checked; Nab may go on running.
import './install/node-version.mjs';
import { resolve } from 'node:path';

const { ensure } = await import('./install/everything.mjs');
await ensure('database', 'server');
const { openCluster } = await import('./database/cluster.mjs');
const { canDump } = await import('./install/postgres.mjs');

const day = new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-');
const cluster = await openCluster('pg');
const dumps = canDump(cluster.programs);
// INIT_CWD is where the user typed the command; npm itself moves to the project's folder.
const file = resolve(
  process.env.INIT_CWD ?? '.',
  process.argv[2] ?? `nab-${day}.${dumps ? 'backup' : 'json.gz'}`,
);
try {
  await cluster.ensureDatabase('nab');
  if (dumps) {
    const { backUp } = await import('./database/backup.mjs');
    const { readings = 0, investigations = 0 } = await backUp(cluster, 'nab', file);
    console.log(
      `${file}\n${investigations} investigations, ${readings} readings; restored beside the original and found the same.`,
    );
  } else {
    const { writeArchive } = await import('./database/archive.mjs');
    const bytes = await writeArchive(cluster, file);
    console.log(
      `${file}\n${(bytes / 1e6).toFixed(1)} MB. This PostgreSQL has no tool for dumps, so this is Nab’s own file of everything: one school, without its pass phrase.`,
    );
  }
} catch (error) {
  console.error(`No backup was made: ${error.message}`);
  process.exitCode = 1;
} finally {
  await cluster.stop();
}
