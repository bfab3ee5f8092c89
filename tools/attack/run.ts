// Attacks two Nabs that run: COUNT SEED ADDRESS_ALONE ADDRESS_CLASSROOM PASS_PHRASE.
import type { Investigation } from '@nab/contract/lesson';
import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { attacks, operationsOf, type Attack, type Description } from './requests.js';
import { partsOf, readingAt, Target, WHO, type Answered, type Who } from './target.js';

const [count, seed, alone, classroom, passPhrase] = process.argv.slice(2) as [
  string,
  string,
  string,
  string,
  string,
];
const AT_ONCE = 12;
const IN_A_CHUNK = 500;
/** A tablet makes a reading so often, ms. */
const BETWEEN_READINGS_MS = 100;
/** 99 of 100 readings are acknowledged within this, ms. */
const IN_TIME_MS = 500;
const WORST_SHOWN = 10;

interface Side {
  readonly target: Target;
  readonly lesson: Investigation;
  readonly draw: fc.Arbitrary<() => Promise<Attack>>;
}

async function prepare(address: string, phrase: string | null): Promise<Side> {
  const target = new Target(address, phrase);
  const lesson = await target.make();
  const { right, ids } = await partsOf(target, lesson);
  const description = await target.send<Description>('GET', '/api/openapi.json');
  return { target, lesson, draw: attacks(operationsOf(description), right, ids) };
}

const sides = {
  alone: await prepare(alone, null),
  classroom: await prepare(classroom, passPhrase),
};
const sideOf = (who: Who): Side => (who === 'alone' ? sides.alone : sides.classroom);
for (const who of WHO) await sideOf(who).target.renew(who, sideOf(who).lesson);

const faults: string[] = [];
const byStatus = new Map<number, number>();
const reached = new Set<string>();

/** What must not be: no answer, an error that is Nab's own, an error that is no problem document. */
function faultOf({ status, type, body }: Answered): string | null {
  if (status === 0) return 'no answer';
  if (status < 400) return null;
  if (!type.startsWith('application/problem+json')) return `no problem document (${type})`;
  const said = JSON.parse(body) as { status?: unknown; code?: unknown };
  if (said.status !== status) return 'a problem of another status';
  // Too much at once may be said, and that it may be tried again.
  return status >= 500 && said.code !== 'BUSY' ? `status ${status}` : null;
}

async function attack(who: Who, draw: () => Promise<Attack>): Promise<void> {
  const { target, lesson } = sideOf(who);
  const { operation, url, type, payload } = await draw();
  const answer = await target.ask(target.cookie(who), operation.method, url, payload, type);
  byStatus.set(answer.status, (byStatus.get(answer.status) ?? 0) + 1);
  reached.add(`${who} ${operation.method} ${operation.path}`);
  const fault = faultOf(answer);
  if (fault !== null) {
    faults.push(
      `${fault}: ${operation.method} ${url.slice(0, 200)} as ${who}, ${type ?? ''} ${(payload ?? '').slice(0, 400)}\n    ${answer.body.slice(0, 300)}`,
    );
  }
  // Its own session may be what it ended.
  if (answer.status === 401 || operation.path === '/api/session' || operation.path === '/api/join')
    await renewed(who, lesson, target);
}

const renewing = new Map<Who, Promise<void>>();
/** One at a time: several that lost the same session would throw one another out. */
function renewed(who: Who, lesson: Investigation, target: Target): Promise<void> {
  const next = (renewing.get(who) ?? Promise.resolve()).then(() => target.renew(who, lesson));
  renewing.set(
    who,
    next.catch(() => undefined),
  );
  return next;
}

/** A tablet in a lesson of its own, of which nobody knows the ids. */
async function tablet(stop: AbortSignal): Promise<{ times: number[]; refused: string[] }> {
  const { target } = sides.classroom;
  const lesson = await target.make();
  const cookie = await target.join(lesson, true);
  const times: number[] = [];
  const refused: string[] = [];
  const sent: string[] = [];
  while (!stop.aborted) {
    const id = randomUUID();
    const body = JSON.stringify({ ...readingAt(lesson), actor: 'group' });
    const begun = performance.now();
    const answer = await target.ask(cookie, 'PUT', `/api/readings/${id}`, body);
    times.push(performance.now() - begun);
    if (answer.status === 200) sent.push(id);
    else refused.push(`${answer.status} ${answer.body.slice(0, 200)}`);
    await sleep(BETWEEN_READINGS_MS);
  }
  const { readings } = await target.send<Investigation>('GET', `/api/investigations/${lesson.id}`);
  const stored = new Set(readings.map(({ id }) => id));
  for (const id of sent) if (!stored.has(id)) refused.push(`lost ${id}`);
  if (stored.size !== sent.length) refused.push(`${stored.size} stored, ${sent.length} sent`);
  return { times: times.sort((p, q) => p - q), refused };
}

const total = Number(count);
const stop = new AbortController();
const tablets = tablet(stop.signal);
const begun = performance.now();
for (let done = 0; done < total;) {
  const size = Math.min(IN_A_CHUNK, total - done);
  const who = fc.sample(fc.constantFrom(...WHO), { numRuns: size, seed: Number(seed) + done });
  const draws = {
    alone: fc.sample(sides.alone.draw, { numRuns: size, seed: Number(seed) + done }),
    classroom: fc.sample(sides.classroom.draw, { numRuns: size, seed: Number(seed) + done }),
  };
  let next = 0;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (next < size) {
        const i = next++;
        const one = who[i]!;
        await attack(one, draws[one === 'alone' ? 'alone' : 'classroom'][i]!);
      }
    }),
  );
  done += size;
  if (done % (IN_A_CHUNK * 10) === 0) console.log(`${done} requests, ${faults.length} faults`);
}
const seconds = (performance.now() - begun) / 1000;
stop.abort();
const { times, refused } = await tablets;
for (const { target } of Object.values(sides)) {
  const { status, body } = await target.ask(null, 'GET', '/api/health');
  if (status !== 200) faults.push(`health afterwards: ${status} ${body}`);
}
const at = (share: number): number =>
  times[Math.min(times.length - 1, Math.floor(share * times.length))]!;
const line = (what: string, value: string): void => console.log(`${what.padEnd(28)} ${value}`);
line('requests', `${total} in ${seconds.toFixed(0)} s`);
line('operations × who', String(reached.size));
line(
  'answers',
  [...byStatus]
    .sort(([p], [q]) => p - q)
    .map(([status, n]) => `${status}: ${n}`)
    .join(', '),
);
line('faults', String(faults.length));
line(
  'readings meanwhile',
  `${times.length}, median ${at(0.5).toFixed(0)} ms, 99 % ${at(0.99).toFixed(0)} ms, worst ${at(1).toFixed(0)} ms`,
);
line('readings refused or lost', String(refused.length));
for (const fault of [...faults, ...refused].slice(0, WORST_SHOWN)) console.log(`  ${fault}`);
if (faults.length > 0 || refused.length > 0 || at(0.99) > IN_TIME_MS) process.exitCode = 1;
