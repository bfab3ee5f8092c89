// npm start: installs what is missing, starts database and server, and keeps both running.
import { createServer } from 'node:net';
import { networkInterfaces } from 'node:os';
import { ensureDependencies } from './install/dependencies.mjs';
import { ensurePostgres } from './install/debian.mjs';
import { ensureWebBuild, webFolder } from './install/web-build.mjs';
import { startCluster } from './database/cluster.mjs';
import { releaseLock, runningNab, takeLock } from './supervise/lock.mjs';
import { startServer } from './supervise/server.mjs';

const FIRST_PORT = Number(process.env.NAB_PORT ?? 4170);
const MOST_RESTARTS_A_MINUTE = 5;

const other = runningNab();
if (other) {
  console.log(`Nab is running already at ${other.address} (process ${other.pid}).`);
  process.exit(0);
}

ensureDependencies();
ensurePostgres();
ensureWebBuild();

const port = await firstFreePort(FIRST_PORT);
let cluster;
let server;
let stopping = false;
const restarts = [];

async function startAll() {
  cluster = await startCluster('pg');
  cluster.ensureDatabase('nab');
  server = await startServer({
    databaseUrl: cluster.url('nab'),
    port,
    webFolder,
    logLevel: process.env.NAB_LOG_LEVEL ?? 'warn',
  });
  for (const [name, child] of [
    ['database', cluster.process],
    ['server', server.process],
  ]) {
    child.once('exit', () => void recover(name));
  }
}

async function stopAll() {
  await server?.stop();
  await cluster?.stop();
}

let recovering = false;
/** One of the two died: both are started afresh, since the server's database address may change. */
async function recover(name) {
  if (stopping || recovering) return;
  recovering = true;
  console.error(`The ${name} stopped unexpectedly; starting it again.`);
  const now = Date.now();
  restarts.push(now);
  try {
    await stopAll();
    if (restarts.filter((t) => now - t < 60_000).length > MOST_RESTARTS_A_MINUTE) {
      throw new Error('It keeps stopping.');
    }
    await startAll();
    console.error('Nab is running again.');
  } catch (error) {
    await stop(1, error.message);
  }
  recovering = false;
}

async function stop(code, message) {
  if (stopping) return;
  stopping = true;
  if (message) console.error(message);
  await stopAll();
  releaseLock();
  process.exit(code);
}

process.on('SIGINT', () => void stop(0, '\nStopping …'));
process.on('SIGTERM', () => void stop(0));
process.on('SIGHUP', () => void stop(0));

try {
  await startAll();
} catch (error) {
  await stop(1, error.message);
}
takeLock({ address: server.address });
const addresses = /^(0\.0\.0\.0|::)$/.test(process.env.NAB_HOST ?? '')
  ? [`http://127.0.0.1:${port}`, ...networkAddresses().map((ip) => `http://${ip}:${port}`)]
  : [server.address];
console.log(`\nNab is running at ${addresses.join(' and ')}\nPress Ctrl-C to stop it.`);

/** Addresses at which the tablets in the room reach this machine. */
function networkAddresses() {
  return Object.values(networkInterfaces())
    .flat()
    .filter((net) => net && net.family === 'IPv4' && !net.internal)
    .map((net) => net.address);
}

async function firstFreePort(first) {
  for (let candidate = first; candidate < first + 50; candidate++) {
    const free = await new Promise((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(candidate, process.env.NAB_HOST ?? '127.0.0.1', () =>
        probe.close(() => resolve(true)),
      );
    });
    if (free) return candidate;
  }
  throw new Error(`No free port from ${first} on.`);
}
