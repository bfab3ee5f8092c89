// npm run backup -- [FILE]: everything in the database as one file, checked; Nab may go on running.
import { resolve } from 'node:path';
import { ensureDependencies } from './install/dependencies.mjs';
import { ensurePostgres } from './install/debian.mjs';

ensureDependencies();
ensurePostgres();
const { openCluster } = await import('./database/cluster.mjs');
const { backUp } = await import('./database/backup.mjs');

const day = new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-');
// INIT_CWD is where the user typed the command; npm itself moves to the project's folder.
const file = resolve(process.env.INIT_CWD ?? '.', process.argv[2] ?? `nab-${day}.backup`);
const cluster = await openCluster('pg');
try {
  const rows = await backUp(cluster, 'nab', file);
  const { readings = 0, investigations = 0 } = rows;
  console.log(
    `${file}\n${investigations} investigations, ${readings} readings; restored beside the original and found the same.`,
  );
} catch (error) {
  console.error(`No backup was made: ${error.message}`);
  process.exitCode = 1;
} finally {
  await cluster.stop();
}
