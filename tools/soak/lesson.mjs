// A lesson, played from a process of its own: ADDRESS, TIMES AS FAST, PASS PHRASE.
import { randomUUID } from 'node:crypto';
import { setMaxListeners } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { School } from './school.mjs';
import { Screen } from './screen.mjs';

const GROUPS = 10;
const SCREENS = 40;
/** Of a lesson, s; a group makes a reading about once a minute, a screen stays about ten. */
const LESSON_S = 45 * 60;
const BETWEEN_READINGS_S = 60;
const STAY_S = 10 * 60;

const [address, speed, passPhrase] = [process.argv[2], Number(process.argv[3]), process.argv[4]];
const faults = [];
const school = new School(address);
await school.signIn(passPhrase);
process.send({ told: await playLesson(), faults });
process.disconnect();

/** One lesson. @returns what there was of it, in words. */
async function playLesson() {
  const lesson = await school.newLesson(GROUPS);
  const stop = new AbortController();
  // Every group and every screen waits for it.
  setMaxListeners(GROUPS + SCREENS, stop.signal);
  const sent = new Set();
  const begun = Date.now();
  const groups = lesson.plan.groups.map((group) => school.join(lesson, group.id));
  const tablets = await Promise.all(groups);
  // One stays for the whole lesson and hears all of it; the others come and go.
  const board = await school.join(lesson, null);
  const steady = new Screen(school.address, lesson.id, board);
  await steady.opened;
  let visits = 0;
  const screens = Array.from({ length: SCREENS }, async (_, i) => {
    const cookie = i < GROUPS ? tablets[i] : board;
    while (!stop.signal.aborted) {
      const screen = new Screen(school.address, lesson.id, cookie);
      visits++;
      await wait(2 * Math.random() * STAY_S, stop.signal);
      screen.leave();
    }
  });
  const writing = tablets.map(async (cookie, i) => {
    while (!stop.signal.aborted) {
      await wait(2 * Math.random() * BETWEEN_READINGS_S, stop.signal);
      const id = randomUUID();
      const status = await school.read(lesson, lesson.plan.groups[i].id, id, cookie);
      if (status === 200) sent.add(id);
      else faults.push(`a reading was answered with ${status}`);
    }
  });
  await sleep(Math.max(0, begun + (1000 * LESSON_S) / speed - Date.now()));
  stop.abort();
  await Promise.all([...screens, ...writing]);
  const missed = () => [...sent].filter((id) => !steady.heard.has(id)).length;
  for (let i = 0; i < 50 && missed() > 0; i++) await sleep(100);
  if (missed() > 0) faults.push(`${missed()} readings were not heard`);
  steady.leave();
  const stored = await school.stored(lesson);
  const lost = [...sent].filter((id) => !stored.has(id)).length;
  if (lost > 0 || stored.size !== sent.size) {
    faults.push(`${sent.size} readings acknowledged, ${stored.size} stored, ${lost} lost`);
  }
  return `${sent.size} readings, ${visits} visits of ${SCREENS} screens`;
}

/** @param seconds of the lesson. */
function wait(seconds, signal) {
  return sleep((1000 * seconds) / speed, undefined, { signal }).catch(() => undefined);
}
