// npm run restore -- FILE: a backup in the place of what is there, which is kept under another name.
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { ensureDependencies } from './install/dependencies.mjs';
import { ensurePostgres } from './install/debian.mjs';
import { releaseLock, takeLock } from './supervise/lock.mjs';

const [named] = process.argv.slice(2);
const file = named && resolve(process.env.INIT_CWD ?? '.', named);
if (!file || !existsSync(file)) {
  console.error(file ? `There is no file ${file}.` : 'Say which: npm run restore -- FILE');
  process.exit(2);
}
const other = await takeLock();
if (other) {
  console.error('Stop Nab first: it is writing into what is to be replaced.');
  process.exit(1);
}
process.once('exit', releaseLock);
ensureDependencies();
ensurePostgres();
const { openCluster } = await import('./database/cluster.mjs');
const { restore } = await import('./database/backup.mjs');

const cluster = await openCluster('pg');
try {
  const kept = await restore(cluster, 'nab', file);
  console.log(
    kept === null
      ? `${file} is restored.`
      : `${file} is restored. What was there before is kept as the database ${kept}.`,
  );
} catch (error) {
  console.error(`Nothing was changed: ${error.message}`);
  process.exitCode = 1;
} finally {
  await cluster.stop();
}
