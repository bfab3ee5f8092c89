import { setTimeout as sleep } from 'node:timers/promises';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { QueryTypes, type Sequelize } from 'sequelize';
import { PgNotifications } from '../src/platform/database/index.js';
import { JobQueue } from '../src/platform/jobs/index.js';
import { type ProblemError } from '../src/platform/problems/index.js';
import { databaseUrl, emptyDatabase } from './harness.js';

/** Only what nobody was told of waits for a sweep: a test that did would outlast its limit. */
const NEVER_S = 86_400;

type Work = (data: { n: number }, signal: AbortSignal) => Promise<{ n: number }>;

const twice: Work = async ({ n }) => ({ n: 2 * n });
/** Never ends by itself. */
const forever: Work = (_data, signal) =>
  new Promise((_, refuse) => signal.addEventListener('abort', () => refuse(signal.reason)));

let sequelize: Sequelize;
interface Server {
  readonly queue: JobQueue;
  readonly notices: PgNotifications;
}

let servers: Server[];
let failures: unknown[];

beforeEach(async () => {
  sequelize = await emptyDatabase();
  servers = [];
  failures = [];
});
afterEach(async () => {
  while (servers.length > 0) await stop(servers[0]!);
  await sequelize.close();
});

async function stop(it: Server): Promise<void> {
  servers = servers.filter((server) => server !== it);
  await it.queue.end();
  await it.queue.close();
  await it.notices.end();
}

/** A server of this database that does such work; none where it only asks. */
async function server(
  work: Work | null,
  { concurrency = work ? 1 : 0, maxQueued = 40, sweep_s = 5 } = {},
) {
  const failed = (error: unknown): void => void failures.push(error);
  const notices = new PgNotifications(databaseUrl(), failed);
  const queue = new JobQueue(databaseUrl(), notices, failed, {
    expireAfter_s: 1,
    tidy_s: 1,
    sweep_s,
  });
  queue.handle('sums', { concurrency, maxQueued, run: work ?? twice });
  const self = { queue, notices };
  servers.push(self);
  await notices.listen();
  await queue.start();
  return {
    queue,
    ask: (n: number, signal = new AbortController().signal) =>
      queue.submit<{ n: number }>('sums', { n }, signal),
    stop: () => stop(self),
  };
}

const rows = () =>
  sequelize.query<{ state: string; data: { n: number } }>(
    `SELECT state::text, data FROM jobs.job WHERE name = 'sums'`,
    { type: QueryTypes.SELECT },
  );

/** Until something is so, or ten seconds have passed. */
async function until(isSo: () => boolean | Promise<boolean>): Promise<void> {
  for (let k = 0; k < 200 && !(await isSo()); k++) await sleep(50);
  expect(await isSo()).toBe(true);
}

describe('long work', () => {
  it('that one server is asked for is done by another, without anybody sweeping', async () => {
    const asked = await server(null, { sweep_s: NEVER_S });
    await server(twice, { sweep_s: NEVER_S });
    for (let n = 0; n <= 5; n++) expect(await asked.ask(n)).toEqual({ n: 2 * n });
    await until(async () => (await rows()).length === 0);
  });

  it('goes on at another server when the one that did it ends', async () => {
    const first = await server(forever, { sweep_s: NEVER_S });
    const asked = await server(null, { sweep_s: NEVER_S });
    const answer = asked.ask(4);
    await until(async () => (await rows())[0]?.state === 'active');
    await server(twice, { sweep_s: NEVER_S });
    await first.stop();
    expect(await answer).toEqual({ n: 8 });
  });

  it('goes on at another server when the one that did it is never heard of again', async () => {
    const gone = await server(async () => sleep(60_000, { n: 0 }, { ref: false }));
    const asked = await server(null);
    const answer = asked.ask(5);
    await until(async () => (await rows())[0]?.state === 'active');
    await server(twice);
    expect(await answer).toEqual({ n: 10 });
    await gone.stop();
  });

  it('is given up everywhere once whoever asked has left', async () => {
    const asked = await server(null);
    const begun: number[] = [];
    const stopped: number[] = [];
    await server(({ n }, signal) => {
      begun.push(n);
      signal.addEventListener('abort', () => stopped.push(n));
      return forever({ n }, signal);
    });
    const leaving = new AbortController();
    const underWay = asked.ask(1, leaving.signal);
    const waiting = asked.ask(2, leaving.signal);
    await until(async () => (await rows()).some(({ state }) => state === 'active'));
    // Waited for together: one that is refused before anybody waits for it would count as a fault.
    const ended = Promise.allSettled([underWay, waiting]);
    leaving.abort();
    for (const one of await ended) {
      expect(one).toMatchObject({ status: 'rejected', reason: { name: 'AbortError' } });
    }
    await until(async () => (await rows()).length === 0);
    // With a hand free the second may have been begun before it was forgotten.
    await until(() => stopped.length === begun.length);
    expect(stopped).toEqual(begun);
    expect(stopped[0]).toBe(1);
  });

  it('is refused when too much waits already', async () => {
    const asked = await server(null, { maxQueued: 2 });
    const leaving = new AbortController();
    const waiting = [asked.ask(1, leaving.signal), asked.ask(2, leaving.signal)];
    await until(async () => (await rows()).length === 2);
    const refusal = await asked.ask(3).catch((error: unknown) => error);
    expect((refusal as ProblemError).problem.code).toBe('BUSY');
    leaving.abort();
    await Promise.allSettled(waiting);
  });

  it('is done so many at once as a server has hands', async () => {
    let now = 0;
    let most = 0;
    const only = await server(
      async ({ n }) => {
        most = Math.max(most, ++now);
        await sleep(30);
        now--;
        return { n };
      },
      { concurrency: 2 },
    );
    const asked = Array.from({ length: 9 }, (_, n) => only.ask(n));
    expect((await Promise.all(asked)).map(({ n }) => n)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8]);
    expect(most).toBe(2);
  });

  it('that meets a fault is not tried again, and says it', async () => {
    let tries = 0;
    const only = await server(async () => {
      tries++;
      throw new Error('no such sum');
    });
    await expect(only.ask(1)).rejects.toThrow('no such sum');
    expect(tries).toBe(1);
    expect(failures.map(String)).toEqual(['Error: no such sum']);
  });

  it('is answered with “not now” by a server that ends', async () => {
    const ending = await server(forever);
    const answer = ending.ask(1).catch((error: unknown) => error);
    await until(async () => (await rows())[0]?.state === 'active');
    await ending.queue.end();
    expect(((await answer) as ProblemError).problem.code).toBe('UNAVAILABLE');
    const late = await ending.ask(2).catch((error: unknown) => error);
    expect((late as ProblemError).problem.code).toBe('UNAVAILABLE');
  });
});
