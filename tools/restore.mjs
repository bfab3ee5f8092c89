// npm run restore -- FILE: a backup in the place of what is there, which is kept under another name.
import './install/node-version.mjs';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';

const { refuse } = await import('./install/report.mjs');
const [named] = process.argv.slice(2);
const file = named && resolve(process.env.INIT_CWD ?? '.', named);
if (!file || !existsSync(file)) {
  refuse(file ? `There is no file ${file}.` : 'Say which file: npm run restore -- FILE', 2);
}
const { releaseLock, takeLock } = await import('./supervise/lock.mjs');
if (await takeLock()) refuse('Stop Nab first: it is writing into what is to be replaced.');
process.once('exit', releaseLock);
const { ensure } = await import('./install/everything.mjs');
await ensure('database', 'server');
const { openCluster } = await import('./database/cluster.mjs');
const { isArchive, readArchive } = await import('./database/archive.mjs');
const { canDump } = await import('./install/postgres.mjs');

const cluster = await openCluster('pg');
try {
  if (isArchive(file)) {
    await cluster.ensureDatabase('nab');
    const { apart } = await readArchive(cluster, file);
    console.log(`What was missing has been added from ${file}. Nothing was changed or removed.`);
    if (apart.length > 0) {
      console.log(`Rows that this version of Nab does not take are kept apart (${apart.length}):`);
      for (const { table, id, why } of apart) console.log(`  ${table} ${id ?? ''}: ${why}`);
    }
  } else if (canDump(cluster.programs)) {
    const { restore } = await import('./database/backup.mjs');
    const kept = await restore(cluster, 'nab', file);
    console.log(
      kept === null
        ? `${file} is restored.`
        : `${file} is restored. What was there before is kept as the database ${kept}.`,
    );
  } else {
    throw new Error('this PostgreSQL has no tool to read dumps. Use a file of everything.');
  }
} catch (error) {
  console.error(`Nothing was changed: ${error.message}`);
  process.exitCode = 1;
} finally {
  await cluster.stop();
}
