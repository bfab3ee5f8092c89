import { setTimeout as sleep } from 'node:timers/promises';
import { Tablet } from './tablet.mjs';

const TABLETS = 8;
const BETWEEN_MS = 120;
/** `npm start` gives up after nine faults within a minute; a person would look by then. */
const BETWEEN_HEAVY_MS = 9_000;
/** The longest that a frozen database is left before it goes on by itself, ms. */
const FROZEN_MS = 3_000;
/** What is done to a tablet and its network. */
const LIGHT = ['cable', 'clock', 'double', 'replay'];
/** What is done to the server and the database. */
const HEAVY = ['server killed', 'database killed', 'database frozen', 'folder copied'];
/** Every kind of fault; as many of one as of another. */
export const KINDS = [...LIGHT, ...HEAVY];

/** Numbers between 0 and 1 that a seed repeats (mulberry32, public domain). */
export function randomOf(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/**
 * Injects faults into a running Nab while eight tablets write, lets all arrive, and compares what is
 * stored with what was acknowledged.
 * @param nab an `OwnNab` that runs.
 * @returns how many faults of each kind, how many readings, and what is lost, doubled, altered or was
 *   answered as it must not be; and what a copy of the folder did not have.
 */
export async function injectFaults(nab, faults, seed, tell = () => {}) {
  // Faults have numbers of their own, so that a seed means the same faults however fast tablets are.
  const random = randomOf(seed);
  const ofTablets = randomOf(seed + 1);
  const lesson = await anyLesson(nab.address);
  const before = new Set(lesson.readings.map(({ id }) => id));
  const tablets = Array.from({ length: TABLETS }, (_, i) => {
    const { groups, levels, series } = lesson.plan;
    const place = {
      groupId: groups[i % groups.length].id,
      levelId: levels[i % levels.length].id,
      seriesId: series ? series.levels[0].id : null,
    };
    return new Tablet(nab.address, place, ofTablets);
  });
  const running = tablets.map((tablet) => tablet.run());
  const kinds = {};
  const copies = [];
  let heavyAt = -Infinity;
  let deck = [];
  for (let i = 0; i < faults; i++) {
    if (deck.length === 0) deck = shuffled(KINDS, random);
    const kind = deck.pop();
    if (HEAVY.includes(kind)) await heavy(kind);
    else await light(kind);
    kinds[kind] = (kinds[kind] ?? 0) + 1;
    if ((i + 1) % 40 === 0) tell(`${i + 1} faults`);
    await sleep(BETWEEN_MS * 2 * random());
  }
  for (const tablet of tablets) tablet.finish();
  await nab.until(() => nab.answers(), 'the server to answer');
  await Promise.all(running);
  return { kinds, ...(await compare()) };

  async function light(kind) {
    const tablet = tablets[Math.floor(TABLETS * random())];
    if (kind === 'cable') tablet.pullCable();
    else if (kind === 'clock') tablet.stepClock();
    else if (kind === 'double') tablet.double();
    else await tablet.replay();
  }

  async function heavy(kind) {
    await sleep(Math.max(0, heavyAt + BETWEEN_HEAVY_MS - Date.now()));
    await nab.until(() => nab.answers(), 'the server to answer');
    if (kind === 'server killed') signal(nab.serverPids(), 'SIGKILL');
    else if (kind === 'database killed') signal(nab.databasePids(), 'SIGKILL');
    else if (kind === 'database frozen') await freeze();
    else await copyAndStart();
    heavyAt = Date.now();
  }

  /** Half of the time it goes on by itself; else `npm start` has to notice. */
  async function freeze() {
    const pids = nab.databaseProcesses();
    signal(pids, 'SIGSTOP');
    if (random() < 0.5) {
      await sleep(FROZEN_MS * random());
      signal(pids, 'SIGCONT');
    } else {
      await nab.until(async () => !(await nab.answers()), 'the frozen database to be noticed');
    }
  }

  /** The folder of one instant, as a power cut leaves it, is started: what was acknowledged is there. */
  async function copyAndStart() {
    const known = new Map(tablets.flatMap(({ acknowledged }) => [...acknowledged]));
    const pids = nab.databaseProcesses();
    signal(pids, 'SIGSTOP');
    let copy;
    try {
      copy = nab.copy();
    } finally {
      signal(pids, 'SIGCONT');
    }
    try {
      await copy.start();
      const stored = await readingsOf(copy.address, lesson.id);
      copies.push(...[...known.keys()].filter((id) => !stored.has(id)));
      copies.push(
        ...[...known].filter(([id, body]) => stored.has(id) && !isSame(stored.get(id), body)),
      );
    } finally {
      await copy.end();
    }
  }

  async function compare() {
    const answer = await fetch(`${nab.address}/api/investigations/${lesson.id}`);
    const stored = (await answer.json()).readings.filter(({ id }) => !before.has(id));
    const byId = new Map(stored.map((reading) => [reading.id, reading]));
    const sent = new Map(tablets.flatMap(({ acknowledged }) => [...acknowledged]));
    return {
      readings: sent.size,
      lost: [...sent.keys()].filter((id) => !byId.has(id)),
      doubled: stored.length - byId.size,
      // All that was ever sent was acknowledged in the end.
      unknown: [...byId.keys()].filter((id) => !sent.has(id)),
      altered: [...sent].filter(([id, body]) => byId.has(id) && !isSame(byId.get(id), body)),
      wrong: tablets.flatMap(({ wrong }) => wrong),
      copies,
    };
  }
}

const isSame = (kept, body) =>
  kept.outcome.count === body.outcome.count &&
  kept.note === body.note &&
  Date.parse(kept.recordedAt) === Date.parse(body.recordedAt);

/** A process that ended meanwhile needs no signal. */
function signal(pids, name) {
  for (const pid of pids) {
    try {
      process.kill(pid, name);
    } catch (error) {
      if (error.code !== 'ESRCH') throw error;
    }
  }
}

/** In an order that a seed repeats (Fisher and Yates). */
function shuffled(list, random) {
  const deck = [...list];
  for (let i = deck.length - 1; i > 0; i--) {
    const j = Math.floor((i + 1) * random());
    [deck[i], deck[j]] = [deck[j], deck[i]];
  }
  return deck;
}

async function readingsOf(address, id) {
  const answer = await fetch(`${address}/api/investigations/${id}`);
  return new Map((await answer.json()).readings.map((reading) => [reading.id, reading]));
}

async function anyLesson(address) {
  const list = await (await fetch(`${address}/api/investigations`)).json();
  const { id } = list.find((item) => item.measure === 'objects-one-end');
  return (await fetch(`${address}/api/investigations/${id}`)).json();
}
