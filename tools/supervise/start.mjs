// What npm start does once Node.js is known to be new enough.
import { randomInt } from 'node:crypto';
import { existsSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { ensure } from '../install/everything.mjs';
import { dataFolder } from '../install/folders.mjs';
import { faultOfFolder, refuse } from '../install/report.mjs';
import { webFolder } from '../install/web-build.mjs';
import { startCluster } from '../database/cluster.mjs';
import { ask } from './ask.mjs';
import { isFree } from './free-port.mjs';
import { openBrowser } from './browser.mjs';
import { keepRunning } from './keep-running.mjs';
import { releaseLock, takeLock, writeAddress } from './lock.mjs';
import { Refused, startOptions } from './options.mjs';
import { startServer } from './server.mjs';
import { endOf, hangs, isSilent } from './watch.mjs';

// Whatever is written next may meet a full disk.
process.on('uncaughtException', (error) => {
  refuse(faultOfFolder(error, dataFolder) ?? error.stack);
});
const options = refusing(() => startOptions(process.argv.slice(2), process.env));
const { classroom, host, port } = options;

const other = await takeLock();
if (other) {
  console.log(
    other.address
      ? `Nab is running already at ${other.address} (process ${other.pid}).`
      : 'Nab is starting already.',
  );
  process.exit(0);
}
process.once('exit', releaseLock);
await ensure('database', 'server', 'web');
if (!(await isFree(port, host))) {
  refuse(
    `Port ${port} is taken by something else. End that, or choose another with --port N: what tablets\n` +
      'still hold is kept under the address they know, so Nab takes no other by itself.',
    2,
  );
}

const tls = options.tls === 'own' ? await makeCertificate() : options.tls;
for (const path of tls ? [tls.cert, tls.key] : []) {
  if (!existsSync(path)) refuse(`There is no file ${path}.`, 2);
}

/** What the person at this machine types to set the first pass phrase. */
const setUpCode = String(randomInt(100_000, 1_000_000));
let forget = options.newPassPhrase;
let address = '';
let databaseFolder = '';

/** The database, started again by itself where it ends or gives no answer, while the server goes on. */
function keepDatabase() {
  let cluster = null;
  async function start() {
    // Where it was before: the server knows it by its port.
    cluster = await startCluster('pg', undefined, cluster?.port);
    let isStuck = false;
    const stuck = isSilent(() => address, cluster.process).then((silent) => {
      if (!silent) return new Promise(() => {});
      isStuck = true;
      return 'The database gives no answer';
    });
    return {
      ended: Promise.race([
        endOf(cluster.process).then(() => 'The database stopped unexpectedly'),
        stuck,
      ]),
      async stop() {
        if (isStuck) cluster.kill();
        await cluster.stop();
      },
    };
  }
  return { ...keepRunning(worded(start), tell, 'The database'), cluster: () => cluster };
}

async function startAll() {
  address = '';
  const database = keepDatabase();
  const endDatabase = () => {
    database.stop();
    return database.over;
  };
  await database.first;
  try {
    const cluster = database.cluster();
    databaseFolder = cluster.folder;
    await cluster.ensureDatabase('nab');
    const server = await startServer({
      databaseUrl: cluster.url('nab'),
      host,
      port,
      webFolder,
      tls,
      logLevel: process.env.NAB_LOG_LEVEL ?? 'warn',
      environment: {
        NAB_CLASSROOM: classroom ? 'yes' : 'no',
        NAB_SET_UP_CODE: setUpCode,
        NAB_FORGET_PASS_PHRASE: forget ? 'yes' : 'no',
      },
    });
    // Only once: a restart after a fault must not end the lesson's sessions.
    forget = false;
    address = server.address;
    return {
      ended: Promise.race([
        database.over.then((why) =>
          why === null ? new Promise(() => {}) : 'The database does not stay up',
        ),
        endOf(server.process).then(() => 'The server stopped unexpectedly'),
        hangs(server.address, server.process).then((hung) =>
          hung ? 'The server no longer answers' : new Promise(() => {}),
        ),
      ]),
      async stop() {
        await server.stop();
        await endDatabase();
      },
    };
  } catch (error) {
    await endDatabase();
    throw error;
  }
}

const nab = keepRunning(worded(startAll), tell);
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
  process.on(signal, () => {
    if (signal === 'SIGINT') console.error('\nStopping …');
    nab.stop();
  });
}
nab.first.then(announce, () => {});
const why = await nab.over;
if (why !== null) console.error(why);
process.exit(why === null ? 0 : 1);

async function announce() {
  writeAddress(address);
  const open = /^(0\.0\.0\.0|::)$/.test(host);
  const all = open
    ? [address, ...networkAddresses().map((ip) => `${tls ? 'https' : 'http'}://${ip}:${port}`)]
    : [address];
  const folders = databaseFolder.startsWith(dataFolder)
    ? dataFolder
    : `${dataFolder}\n            and ${databaseFolder}`;
  console.log(
    `\nNab is running at ${all.join(' and ')}\n` +
      `  Your data ${folders}\n` +
      '  Back up   npm run backup\n' +
      '  Stop      Ctrl-C\n' +
      '  Wipe      stop Nab, then delete the data folder',
  );
  if (options.open) openBrowser(address);
  if (options.tls === 'own') {
    console.log(
      `\nThe certificate was made on this machine, so each browser warns once.\n` +
        `Its fingerprint (SHA-256) is ${tls.fingerprint}.`,
    );
  } else if (classroom && tls === null) {
    console.log(
      '\nWithout HTTPS, anyone listening on this network can read everything that is sent.',
    );
  }
  const session = await ask(address, '/api/session')
    .then(({ body }) => JSON.parse(body))
    .catch(() => null);
  if (session?.setting === 'classroom' && !session.passPhraseSet) {
    console.log(
      `\nThis classroom has no pass phrase yet. Set one at ${address}/join with the code ${setUpCode}.`,
    );
  }
}

/** The libraries that are needed for it are only there once everything is installed. */
async function makeCertificate() {
  const { ownCertificate, ownNames } = await import('./certificate.mjs');
  const more = (process.env.NAB_HOSTS ?? '')
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);
  return ownCertificate(join(dataFolder, 'tls'), ownNames(more));
}

/** Addresses at which the tablets in the room reach this machine. */
function networkAddresses() {
  return Object.values(networkInterfaces())
    .flat()
    .filter((net) => net && net.family === 'IPv4' && !net.internal)
    .map((net) => net.address);
}

/** Has what fails for the folder's or the disk's sake fail with a sentence. */
function worded(start) {
  return () =>
    start().catch((error) => {
      throw new Error(faultOfFolder(error, dataFolder) ?? error.message, { cause: error });
    });
}

function tell(sentence) {
  console.error(sentence);
}

function refusing(act) {
  try {
    return act();
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return refuse(error.message, 2);
  }
}
