// A room on one server and on two behind one database: writes, live changes, and a field in between.
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { freePort } from '../supervise/free-port.mjs';
import { startServer } from '../supervise/server.mjs';

const TABLETS = 40;
const SECONDS = 8;

/** Prints what one server does, and what a second one adds. */
export async function benchRoom(cluster) {
  const most = [];
  for (const count of [1, 2]) {
    await cluster.ensureDatabase(`nab_bench_${count}`);
    const servers = [];
    for (let i = 0; i < count; i++) {
      const databaseUrl = cluster.url(`nab_bench_${count}`);
      servers.push(await startServer({ databaseUrl, port: await freePort(), demo: i === 0 }));
    }
    const addresses = servers.map(({ address }) => address);
    try {
      const lesson = await pick(addresses[0]);
      const name = count === 1 ? 'one server' : 'two servers';
      await asManyAsPossible(addresses, lesson);
      const stored = await asManyAsPossible(addresses, lesson);
      say(`Readings over 16 connections, ${name}`, `${Math.round(stored / SECONDS)} a second`);
      most.push(stored);
      await atAPace(addresses, lesson, 200, name);
      await live(addresses, lesson, 10, name);
      await live(addresses, lesson, 200, name);
      if (count === 1) await besideFields(addresses, lesson);
    } finally {
      for (const server of servers) await server.stop();
    }
  }
  say('What the second server adds', `${Math.round(100 * (most[1] / most[0] - 1))} % more writes`);
}

const say = (what, figures) => console.log(`${what.padEnd(44)} ${figures}`);

function spread(times) {
  const stored = times.filter(Number.isFinite);
  const sorted = stored.sort((p, q) => p - q);
  const lost = times.length - stored.length;
  const at = (share) => sorted[Math.floor(share * (sorted.length - 1))]?.toFixed(1) ?? '–';
  const told = lost === 0 ? '' : `, ${lost} told to come again`;
  return `median ${at(0.5)} ms, 95 % ${at(0.95)} ms, 99 % ${at(0.99)} ms${told}`;
}

async function pick(address) {
  const list = await (await fetch(`${address}/api/investigations`)).json();
  const { id } = list.find((item) => item.measure === 'objects-one-end');
  return (await fetch(`${address}/api/investigations/${id}`)).json();
}

/** One reading of some group at some level. @returns how long it took, ms; NaN when it was not stored. */
async function write(address, { plan }, id = randomUUID()) {
  const any = (list) => list[Math.floor(Math.random() * list.length)];
  const start = performance.now();
  const answer = await fetch(`${address}/api/readings/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      groupId: any(plan.groups).id,
      levelId: any(plan.levels).id,
      seriesId: plan.series ? any(plan.series.levels).id : null,
      outcome: { kind: 'count', count: 3, parts: null, off: 0, stuck: 0 },
      onTime_s: 4,
      model: null,
      flags: [],
      actor: 'rehearsal',
      note: '',
      recordedAt: new Date().toISOString(),
      corrects: null,
      reason: null,
      withdrawn: false,
    }),
  });
  await answer.arrayBuffer();
  return answer.status === 200 ? performance.now() - start : NaN;
}

/** Readings over 16 connections, one after the other on each; the first go is the servers' warm-up. */
async function asManyAsPossible(addresses, lesson) {
  const end = Date.now() + SECONDS * 1000;
  let stored = 0;
  await Promise.all(
    Array.from({ length: 16 }, async (_, i) => {
      while (Date.now() < end) {
        if (Number.isFinite(await write(addresses[i % addresses.length], lesson))) stored++;
      }
    }),
  );
  return stored;
}

/** So many readings a second, whether the last has been answered or not. */
async function atAPace(addresses, lesson, pace, name) {
  const under = [];
  const begin = performance.now();
  for (let i = 0; i < pace * SECONDS; i++) {
    await sleep(Math.max(0, begin + (1000 * i) / pace - performance.now()));
    under.push(write(addresses[i % addresses.length], lesson));
  }
  say(`${pace} readings a second, ${name}`, spread(await Promise.all(under)));
}

/**
 * From the tap to the screens of all tablets, each with an open line to one of the servers, and how
 * long the taps themselves took.
 * @param pace readings a second.
 */
async function live(addresses, { id, plan }, pace, name) {
  const listeners = new Worker(new URL('listeners.mjs', import.meta.url), {
    workerData: { addresses, id, count: TABLETS },
  });
  await once(listeners, 'message');
  const sent = new Map();
  const under = [];
  const begin = performance.now();
  for (let i = 0; i < pace * SECONDS; i++) {
    await sleep(Math.max(0, begin + (1000 * i) / pace - performance.now()));
    const reading = randomUUID();
    sent.set(reading, performance.timeOrigin + performance.now());
    under.push(write(addresses[i % addresses.length], { plan }, reading));
  }
  const writes = await Promise.all(under);
  await sleep(1500);
  listeners.postMessage('end');
  const [heard] = await once(listeners, 'message');
  await listeners.terminate();
  const times = [...sent].flatMap(([reading, at]) => (heard.get(reading) ?? []).map((t) => t - at));
  const count = `${times.length} of ${sent.size * TABLETS} heard`;
  say(`${pace} readings a second, ${TABLETS} screens, ${name}`, spread(writes));
  say(`  from the tap to ${TABLETS} screens`, `${spread(times)}, ${count}`);
}

/** Readings while tablets ask for fields, which take seconds of computing each. */
async function besideFields([address], lesson) {
  const stop = new AbortController();
  let fields = 0;
  const asking = Array.from({ length: 4 }, async () => {
    while (!stop.signal.aborted) {
      const answer = await fetch(`${address}/api/fields`, {
        method: 'POST',
        signal: stop.signal,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ design: lesson.design.design }),
      }).catch(() => null);
      if (answer?.status === 200) fields++;
    }
  });
  await sleep(1000);
  const times = [];
  for (let i = 0; i < 20 * SECONDS; i++) {
    times.push(await write(address, lesson));
    await sleep(40);
  }
  stop.abort();
  await Promise.all(asking);
  say('Readings while 4 tablets ask for fields', `${spread(times)}, ${fields} fields meanwhile`);
}
