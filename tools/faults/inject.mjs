import { setTimeout as sleep } from 'node:timers/promises';
import { Tablet } from './tablet.mjs';

const TABLETS = 8;
const BETWEEN_MS = 120;
/** `npm start` gives up after nine faults within a minute; a person would look by then. */
const BETWEEN_KILLS_MS = 9_000;
const KINDS = ['cable', 'clock', 'double', 'replay'];
/** Of a hundred faults so many kill something. */
const KILLS = 4;

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
 *   answered as it must not be.
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
  let killedAt = -Infinity;
  for (let i = 0; i < faults; i++) {
    const kind = await fault();
    kinds[kind] = (kinds[kind] ?? 0) + 1;
    if ((i + 1) % 100 === 0) tell(`${i + 1} faults`);
    await sleep(BETWEEN_MS * 2 * random());
  }
  for (const tablet of tablets) tablet.finish();
  await nab.until(() => nab.answers(), 'the server to answer');
  await Promise.all(running);
  return { kinds, ...(await compare()) };

  async function fault() {
    if (100 * random() < KILLS) {
      const what = random() < 0.7 ? 'server' : 'database';
      const wait = killedAt + BETWEEN_KILLS_MS - Date.now();
      if (wait > 0) await sleep(wait);
      const pids = what === 'server' ? nab.serverPids() : nab.databasePids();
      for (const pid of pids) process.kill(pid, 'SIGKILL');
      killedAt = Date.now();
      return `${what} killed`;
    }
    const kind = KINDS[Math.floor(KINDS.length * random())];
    const tablet = tablets[Math.floor(TABLETS * random())];
    if (kind === 'cable') tablet.pullCable();
    else if (kind === 'clock') tablet.stepClock();
    else if (kind === 'double') tablet.double();
    else await tablet.replay();
    return kind;
  }

  async function compare() {
    const answer = await fetch(`${nab.address}/api/investigations/${lesson.id}`);
    const stored = (await answer.json()).readings.filter(({ id }) => !before.has(id));
    const byId = new Map(stored.map((reading) => [reading.id, reading]));
    const sent = new Map(tablets.flatMap(({ acknowledged }) => [...acknowledged]));
    const isSame = ([id, body]) => {
      const kept = byId.get(id);
      return (
        kept.outcome.count === body.outcome.count &&
        kept.note === body.note &&
        Date.parse(kept.recordedAt) === Date.parse(body.recordedAt)
      );
    };
    return {
      readings: sent.size,
      lost: [...sent.keys()].filter((id) => !byId.has(id)),
      doubled: stored.length - byId.size,
      // All that was ever sent was acknowledged in the end.
      unknown: [...byId.keys()].filter((id) => !sent.has(id)),
      altered: [...sent].filter(([id]) => byId.has(id)).filter((one) => !isSame(one)),
      wrong: tablets.flatMap(({ wrong }) => wrong),
    };
  }
}

async function anyLesson(address) {
  const list = await (await fetch(`${address}/api/investigations`)).json();
  const { id } = list.find((item) => item.measure === 'objects-one-end');
  return (await fetch(`${address}/api/investigations/${id}`)).json();
}
