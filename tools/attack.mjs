// npm run attack -- [HOW MANY] [SEED]: requests that are not right, to every operation, by everybody,
// while a tablet's readings have to be acknowledged in time.
import './install/node-version.mjs';
import { spawn } from 'node:child_process';

const { ensure } = await import('./install/everything.mjs');
await ensure('database', 'server', 'web');
const { projectFolder } = await import('./install/folders.mjs');
const { startCluster, removeCluster } = await import('./database/cluster.mjs');
const { freePort } = await import('./supervise/free-port.mjs');
const { startServer } = await import('./supervise/server.mjs');

const [count, seed] = [process.argv[2] ?? '50000', process.argv[3] ?? String(Date.now() % 2 ** 31)];
if (!/^\d{1,7}$/.test(count) || !/^\d{1,10}$/.test(seed)) {
  console.error('Say how many, and a seed: npm run attack -- 50000 7');
  process.exit(2);
}
const PASS_PHRASE = 'tidepool at low water';
const cluster = await startCluster(`attack-${process.pid}`);
const servers = [];
try {
  const start = async (name, environment) => {
    await cluster.ensureDatabase(name);
    const server = await startServer({
      databaseUrl: cluster.url(name),
      port: await freePort(),
      demo: true,
      logLevel: 'fatal',
      environment,
    });
    servers.push(server);
    return server.address;
  };
  const alone = await start('nab', {});
  // Whoever attacks has many addresses: the servers believe this machine when it says which.
  const classroom = await start('nab_room', {
    NAB_CLASSROOM: 'yes',
    NAB_PASS_PHRASE: PASS_PHRASE,
    NAB_PROXIES: 'loopback',
  });
  console.log(`${count} requests, seed ${seed}`);
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', 'tools/attack/run.ts', count, seed, alone, classroom, PASS_PHRASE],
    { cwd: projectFolder, stdio: 'inherit' },
  );
  const status = await new Promise((resolve) => child.once('close', resolve));
  if (status !== 0) process.exitCode = 1;
} finally {
  for (const server of servers) await server.stop();
  await cluster.stop();
  removeCluster(cluster);
}
