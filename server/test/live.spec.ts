import type { FastifyInstance } from 'fastify';
import { randomUUID } from 'node:crypto';
import { createConnection } from 'node:net';
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import type { Investigation } from '@nab/contract/lesson';
import { buildApp } from '../src/app.js';
import { connect } from '../src/platform/database/index.js';
import { pruneChanges } from '../src/lesson/live/repository.js';
import { setFirstPassPhrase } from '../src/access/roles/index.js';
import {
  cookieOf,
  databaseUrl,
  newInvestigation,
  readingOf,
  startBench,
  type Bench,
} from './harness.js';

interface Heard {
  readonly event: string;
  readonly id: string | null;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly data: any;
}

let bench: Bench;
/** A second server behind the same database. */
let second: FastifyInstance;
let educator: string;
const open: AbortController[] = [];

beforeAll(async () => {
  bench = await startBench({ setting: 'classroom' });
  second = await buildApp({
    sequelize: connect(databaseUrl()),
    databaseUrl: databaseUrl(),
    setting: 'classroom',
  });
  await bench.app.listen({ port: 0 });
  await second.listen({ port: 0 });
  await setFirstPassPhrase('tidepool at low water');
  educator = cookieOf(
    await bench.send('POST', '/api/session', { passPhrase: 'tidepool at low water' }),
  );
});
afterEach(() => {
  for (const one of open.splice(0)) one.abort();
});
afterAll(async () => {
  await second.close();
  await bench.app.close();
});

const make = async (): Promise<Investigation> => {
  const wanted = newInvestigation();
  return (await bench.sendAs(educator, 'POST', '/api/investigations', wanted)).body;
};
const put = async (lesson: Investigation, change: object = {}): Promise<string> => {
  const id = randomUUID();
  const body = { ...readingOf(lesson), ...change };
  const answer = await bench.sendAs(educator, 'PUT', `/api/readings/${id}`, body);
  expect(answer.status, answer.text).toBe(200);
  return id;
};

/** Listens to a server as a browser does; what was heard so far, and how to stop. */
function listen(
  app: FastifyInstance,
  id: string,
  { since = null, cookie = educator }: { since?: string | null; cookie?: string } = {},
) {
  const { port } = app.server.address() as { port: number };
  const heard: Heard[] = [];
  const state = { ended: false, status: 0 };
  const stop = new AbortController();
  open.push(stop);
  const url = `http://127.0.0.1:${port}/api/investigations/${id}/events`;
  const run = async (): Promise<void> => {
    const answer = await fetch(url, {
      signal: stop.signal,
      headers: {
        cookie,
        accept: 'text/event-stream',
        ...(since !== null && { 'last-event-id': since }),
      },
    });
    state.status = answer.status;
    let text = '';
    for await (const chunk of answer.body!) {
      text += new TextDecoder().decode(chunk as Uint8Array);
      const parts = text.split('\n\n');
      text = parts.pop()!;
      for (const part of parts) {
        const field = (name: string): string | null =>
          new RegExp(`^${name}: (.*)$`, 'm').exec(part)?.[1] ?? null;
        const event = field('event');
        if (event !== null) {
          heard.push({ event, id: field('id'), data: JSON.parse(field('data')!) as unknown });
        }
      }
    }
  };
  void run()
    .catch(() => undefined)
    .finally(() => (state.ended = true));
  const ids = (event: string): string[] =>
    heard.filter((one) => one.event === event).map(({ data }) => (data as { id: string }).id);
  const lastPlace = (): string => heard.filter(({ id: at }) => at !== null).at(-1)!.id!;
  const ready = (): Promise<void> => vi.waitFor(() => expect(heard).not.toEqual([]));
  return { heard, ids, state, lastPlace, ready, stop: () => stop.abort() };
}

const soon = { timeout: 30_000, interval: 10 };

describe('live changes', () => {
  it('reach the screens of both servers, whichever took them, each reading once', async () => {
    const lesson = await make();
    const [here, there] = [listen(bench.app, lesson.id), listen(second, lesson.id)];
    await Promise.all([here.ready(), there.ready()]);
    const sent = [await put(lesson), await put(lesson), await put(lesson)];
    for (const one of [here, there]) {
      await vi.waitFor(() => expect(one.ids('reading')).toEqual(sent), soon);
    }
    expect(here.heard.find(({ event }) => event === 'reading')!.data).toMatchObject({
      id: sent[0],
      groupId: lesson.plan.groups[0]!.id,
    });
  });

  it('are those of the investigation that is looked at, and no other', async () => {
    const [mine, other] = [await make(), await make()];
    const screen = listen(bench.app, mine.id);
    await screen.ready();
    await put(other);
    const sent = await put(mine);
    await vi.waitFor(() => expect(screen.ids('reading')).toEqual([sent]), soon);
  });

  it('go on from where a screen was cut off, and from what it read whole', async () => {
    const lesson = await make();
    const before = await put(lesson);
    const { body } = await bench.sendAs(educator, 'GET', `/api/investigations/${lesson.id}`);
    const whole = body as Investigation;
    expect(whole.readings.map(({ id }) => id)).toEqual([before]);
    const first = await put(lesson);
    // A transaction that is open in any database of the cluster holds the place back: what is known
    // already may then be told once more, but always before what is new.
    const screen = listen(bench.app, lesson.id, { since: whole.asOf });
    await vi.waitFor(() => expect(screen.ids('reading').slice(-1)).toEqual([first]), soon);
    expect([before, first]).toEqual(expect.arrayContaining(screen.ids('reading')));
    screen.stop();
    const missed = [await put(lesson), await put(lesson)];
    const again = listen(second, lesson.id, { since: screen.lastPlace() });
    await vi.waitFor(() => expect(again.ids('reading').slice(-2)).toEqual(missed), soon);
    expect([before, first, ...missed]).toEqual(expect.arrayContaining(again.ids('reading')));
  });

  it('leave out nothing that was written before it was seen', async () => {
    // The first transaction writes first and commits last: numbers alone would skip it.
    const lesson = await make();
    const screen = listen(bench.app, lesson.id);
    await screen.ready();
    const slow = await bench.sequelize.transaction();
    await bench.sequelize.query(
      `INSERT INTO polls (id, level_id, question, choices, hands, actor, opened_at)
       VALUES ($id, $level, 'Late?', '[1, 2]', '{0, 0}', 'educator', now())`,
      { transaction: slow, bind: { id: randomUUID(), level: lesson.plan.levels[0]!.id } },
    );
    const quick = await put(lesson);
    await new Promise((resolve) => setTimeout(resolve, 150));
    await slow.commit();
    await vi.waitFor(() => {
      expect(screen.ids('reading')).toEqual([quick]);
      expect(screen.ids('poll')).toHaveLength(1);
    }, soon);
  });

  it('say what a plan, a prediction and a room became', async () => {
    const lesson = await make();
    const screen = listen(second, lesson.id);
    await screen.ready();
    await bench.sendAs(educator, 'PUT', `/api/investigations/${lesson.id}`, {
      version: 1,
      actor: 'educator',
      plan: { ...lesson.plan, title: 'Another question' },
    });
    const room = `/api/investigations/${lesson.id}/room`;
    const said = { paused: true, message: 'Look here', ended: false, begun: true, ranked: false };
    await bench.sendAs(educator, 'PUT', room, said);
    await vi.waitFor(() => {
      const last = (event: string) => screen.heard.filter((one) => one.event === event).at(-1);
      expect(last('plan')?.data).toMatchObject({ version: 2, plan: { title: 'Another question' } });
      expect(last('room')?.data).toMatchObject(said);
    }, soon);
  });

  it('tell a screen that was away for too long to read everything anew', async () => {
    const lesson = await make();
    await put(lesson);
    const early = lesson.asOf;
    await bench.sequelize.query(`UPDATE changes SET at = now() - interval '9 days'`);
    await pruneChanges(bench.sequelize, 2);
    expect(await bench.count('changes')).toBe(0);
    for (const since of [early, '999999999999']) {
      const screen = listen(bench.app, lesson.id, { since });
      await vi.waitFor(() => expect(screen.heard[0]?.event).toBe('reset'), soon);
      const sent = await put(lesson);
      await vi.waitFor(() => expect(screen.ids('reading')).toContain(sent), soon);
    }
  });

  it('go to whoever is let in, and end for a tablet that is let go', async () => {
    const lesson = await make();
    const path = `/api/investigations/${lesson.id}/room`;
    const { code } = (await bench.sendAs(educator, 'GET', path)).body as { code: string };
    const [group, other] = lesson.plan.groups;
    const join = async (groupId: string | null): Promise<string> =>
      cookieOf(await bench.send('POST', '/api/join', { code, groupId }));
    const tablet = listen(second, lesson.id, { cookie: await join(group!.id) });
    const board = listen(second, lesson.id, { cookie: await join(null) });
    const nobody = listen(second, lesson.id, { cookie: '' });
    await Promise.all([tablet.ready(), board.ready()]);
    await vi.waitFor(() => expect(nobody.state).toEqual({ ended: true, status: 401 }), soon);
    await join(other!.id);
    await vi.waitFor(() => {
      const room = (one: typeof tablet) => one.heard.filter(({ event }) => event === 'room').at(-1);
      expect(room(tablet)?.data).toMatchObject({ code: null, tablets: [] });
      expect(room(board)?.data.tablets).toHaveLength(2);
      expect(room(board)?.data.code).toBe(code);
    }, soon);
    await bench.sendAs(educator, 'DELETE', `${path}/tablets/${group!.id}`);
    await vi.waitFor(() => expect(tablet.state.ended).toBe(true), soon);
    expect(board.state.ended).toBe(false);
  });

  it('hold nothing for a screen that leaves before it was let in', async () => {
    const { id } = await make();
    const { port } = bench.app.server.address() as { port: number };
    const timers = (): number =>
      process.getActiveResourcesInfo().filter((name) => name === 'Timeout').length;
    const before = timers();
    for (let i = 0; i < 40; i++) {
      const socket = createConnection(port, '127.0.0.1');
      await new Promise((resolve) => socket.once('connect', resolve));
      socket.write(
        `GET /api/investigations/${id}/events HTTP/1.1\r\nHost: localhost\r\nCookie: ${educator}\r\nSec-Fetch-Site: same-origin\r\n\r\n`,
      );
      // At once, and a little later: while its session is looked up.
      await new Promise((resolve) => setImmediate(resolve));
      if (i % 2 === 1) await new Promise((resolve) => setTimeout(resolve, 1));
      socket.destroy();
    }
    // Some of them belong to the database’s pool, and go when its connections have idled.
    await expect.poll(() => timers() - before, { timeout: 30_000 }).toBeLessThan(10);
  }, 60_000);
});
