import { fork } from 'node:child_process';
import { once } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { pathToFileURL } from 'node:url';
import { join } from 'node:path';
import { removeCluster, startCluster } from '../database/cluster.mjs';
import { projectFolder } from '../install/folders.mjs';
import { webFolder } from '../install/web-build.mjs';
import { freePort } from '../supervise/free-port.mjs';
import { startServer } from '../supervise/server.mjs';

const PASS_PHRASE = 'tidepool at low water';
const BREAK_S = 10 * 60;
/**
 * The server may hold so much more after the last lesson than after the first. What the system has
 * given it in all grows while code is compiled, and is given back when the system likes.
 */
const MOST_GROWTH = { heapUsed: 1.1, external: 1.1, rss: 1.25 };
/** Idle connections to the database close within this, ms. */
const SETTLE_MS = 20_000;

/**
 * Plays a school day: lessons of ten groups with forty screens that come and go, one after the other.
 * @param speed how many times as fast as a day goes.
 * @returns what went wrong, in words.
 */
export async function playDay(lessons, speed, tell) {
  const cluster = await startCluster(`soak-${process.pid}`);
  let server;
  try {
    await cluster.ensureDatabase('nab');
    const measure = pathToFileURL(join(projectFolder, 'tools/soak/measure.mjs')).href;
    server = await startServer({
      databaseUrl: cluster.url('nab'),
      port: await freePort(),
      webFolder,
      demo: true,
      environment: {
        NAB_CLASSROOM: 'yes',
        NAB_PASS_PHRASE: PASS_PHRASE,
        NAB_PROXIES: 'loopback',
        NODE_OPTIONS: `--import ${measure}`,
      },
    });
    return await play(server, lessons, speed, tell);
  } finally {
    await server?.stop();
    await cluster.stop();
    removeCluster(cluster);
  }
}

async function play(server, lessons, speed, tell) {
  const faults = [];
  let first = null;
  let last = null;
  for (let n = 1; n <= lessons; n++) {
    const { told, faults: found } = await playLesson(server.address, speed);
    faults.push(...found);
    await sleep((1000 * BREAK_S) / speed);
    last = await settled(server, first);
    first ??= last;
    const mb = (bytes) => `${(bytes / 1e6).toFixed(1)} MB`;
    tell(
      `lesson ${n}: ${told}; heap ${mb(last.heapUsed)}, outside it ${mb(last.external)}, in all ${mb(last.rss)}; ${JSON.stringify(last.handles)}`,
    );
  }
  for (const [what, most] of Object.entries(MOST_GROWTH)) {
    const share = last[what] / first[what];
    if (share > most) faults.push(`${what} grew to ${share.toFixed(2)} of the first lesson’s`);
  }
  faults.push(...moreHandles(first, last));
  return faults;
}

/** What is held when nothing more is let go; connections that idle take their time. */
async function settled(server, first) {
  const deadline = Date.now() + SETTLE_MS;
  for (;;) {
    const answer = once(server.process, 'message');
    server.process.send('measure');
    const [held] = await answer;
    if (Date.now() > deadline || (first && moreHandles(first, held).length === 0)) return held;
    await sleep(1000);
  }
}

const moreHandles = (first, last) =>
  Object.entries(last.handles)
    .filter(([name, n]) => n > (first.handles[name] ?? 0))
    .map(
      ([name, n]) => `${n} ${name} are held, ${first.handles[name] ?? 0} after the first lesson`,
    );

/** A lesson in a process of its own, with which all its connections end. */
async function playLesson(address, speed) {
  const child = fork(join(projectFolder, 'tools/soak/lesson.mjs'), [
    address,
    String(speed),
    PASS_PHRASE,
  ]);
  const ended = once(child, 'exit');
  const said = await Promise.race([once(child, 'message'), ended]);
  await ended;
  if (typeof said[0] !== 'object' || said[0] === null) throw new Error('A lesson broke off.');
  return said[0];
}
