import fc from 'fast-check';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { randomUUID } from 'node:crypto';
import type { FastifyInstance } from 'fastify';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Investigation, sentOf } from '@nab/contract/lesson';
import { examplePrediction } from '@nab/contract/testing';
import {
  attacks,
  operationsOf,
  type Description,
  type Operation,
} from '../../tools/attack/requests.js';
import { buildApp } from '../src/app.js';
import { connect } from '../src/platform/database/index.js';
import { setFirstPassPhrase } from '../src/access/roles/index.js';
import {
  cookieOf,
  databaseUrl,
  newInvestigation,
  readingOf,
  startBench,
  type Bench,
} from './harness.js';

// The short form of `npm run attack`.

/** Requests in `npm test`, and in the thorough run of a night. */
const REQUESTS = process.env['NAB_THOROUGH'] === 'yes' ? 10_000 : 1000;
const PASS_PHRASE = 'tidepool at low water';
const WHO = ['educator', 'group', 'board', 'nobody', 'alone'] as const;
type Who = (typeof WHO)[number];

let bench: Bench;
/** The same database, for a classroom. */
let room: FastifyInstance;
let made: Investigation;
let operations: readonly Operation[];
const cookies: Partial<Record<Who, string>> = {};

/** A request from a browser at an address of its own. */
async function ask(
  who: Who,
  method: 'GET' | 'PUT' | 'POST' | 'DELETE',
  url: string,
  more: object = {},
) {
  const { headers = {}, ...rest } = more as { headers?: object };
  return (who === 'alone' ? bench.app : room).inject({
    method,
    url,
    remoteAddress: anyAddress(),
    headers: { ...headers, cookie: cookies[who] ?? '', 'sec-fetch-site': 'same-origin' },
    ...rest,
  });
}

let addresses = 0;
const anyAddress = (): string => `10.2.${addresses >> 8}.${addresses++ & 255}`;

/** Signs in and joins anew: whoever attacks may have ended a session. */
async function renew(): Promise<void> {
  const session = async (url: string, payload: object): Promise<string> => {
    const answer = await room.inject({ method: 'POST', url, payload, remoteAddress: anyAddress() });
    expect(answer.statusCode, answer.body).toBeLessThan(300);
    return cookieOf({ headers: answer.headers } as never);
  };
  cookies.educator = await session('/api/session', { passPhrase: PASS_PHRASE });
  const url = `/api/investigations/${made.id}`;
  const open = { paused: false, message: '', ended: false, begun: true, ranked: false };
  await ask('educator', 'PUT', `${url}/place`, { payload: { place: 'open' } });
  await ask('educator', 'PUT', `${url}/room`, { payload: open });
  const groupId = made.plan.groups[0]!.id;
  await ask('educator', 'DELETE', `${url}/room/tablets/${groupId}`);
  const { code } = (await ask('educator', 'GET', `${url}/room`)).json<{ code: string }>();
  cookies.group = await session('/api/join', { code, groupId });
  cookies.board = await session('/api/join', { code, groupId: null });
}

beforeAll(async () => {
  bench = await startBench();
  made = await bench.create();
  await setFirstPassPhrase(PASS_PHRASE);
  const sequelize = connect(databaseUrl());
  room = await buildApp({ setting: 'classroom', sequelize, databaseUrl: databaseUrl() });
  operations = operationsOf((await bench.send('GET', '/api/openapi.json')).body as Description);
  await renew();
});
afterAll(async () => {
  await room.close();
  await bench.app.close();
});

/** What this very test and the code that it warmed up may keep. */
const MOST_GROWTH_BYTES = 40e6;

/** Bytes in use after everything that nobody holds was thrown away. */
function heapInUse(): number {
  setFlagsFromString('--expose-gc');
  (runInNewContext('gc') as () => void)();
  return process.memoryUsage().heapUsed;
}

describe('requests that are not right', () => {
  it(
    'are answered with problems by every operation to everybody, and harm nothing',
    { timeout: 600_000 },
    async () => {
      const reached = new Set<string>();
      const kept = randomUUID();
      const url = `/api/readings/${kept}`;
      const reading = readingOf(made, { note: 'kept' });
      expect((await bench.send('PUT', url, reading)).status).toBe(200);
      const place = { groupId: reading.groupId, levelId: reading.levelId, seriesId: null };
      const right = [
        newInvestigation(),
        { version: 1, actor: 'educator', plan: made.plan },
        { version: 1, actor: 'educator', design: made.design.design },
        { ...reading, actor: 'group' },
        { ...sentOf(examplePrediction()), ...place },
        { paused: false, message: '', ended: false, begun: false, ranked: false },
        { choice: 1 },
        { ...place, stage: 'predict' },
        { place: 'open' },
      ];
      const ids = [made.id, made.id, made.design.id, kept, reading.groupId, reading.levelId];
      const heap = heapInUse();
      const one = fc.tuple(fc.constantFrom(...WHO), attacks(operations, right, ids));
      for (const [who, draw] of fc.sample(one, { numRuns: REQUESTS, seed: 20261126 })) {
        const { operation, url, type, payload } = await draw();
        const { method, path } = operation;
        const answer = await ask(who, method, url, {
          ...(payload !== null && { payload }),
          ...(type !== null && type !== '' && { headers: { 'content-type': type } }),
        });
        const status = answer.statusCode;
        reached.add(`${method} ${path} ${status < 400 ? 'taken' : 'refused'}`);
        const said = `${method} ${url.slice(0, 200)} as ${who}: ${answer.body.slice(0, 300)}`;
        if (status >= 400) {
          expect(answer.headers['content-type'], said).toMatch('application/problem+json');
          expect(answer.json(), said).toMatchObject({ status });
        }
        // That there is too much at once may be said.
        if (status >= 500) expect(answer.json(), said).toMatchObject({ code: 'BUSY' });
        if (/\/(session|join)$/.test(path) || (status === 401 && who !== 'nobody')) await renew();
      }
      const { body } = await bench.send('GET', `/api/investigations/${made.id}`);
      const stored = (body as Investigation).readings.find(({ id }) => id === kept);
      expect(stored).toMatchObject({ note: 'kept', outcome: reading.outcome });
      expect((await bench.send('GET', '/api/health')).status).toBe(200);
      // Nothing of what was refused is held on to: level, whatever their number.
      expect(heapInUse() - heap).toBeLessThan(MOST_GROWTH_BYTES);
      // Every operation was asked, and hardly one only ever by what is right.
      const refused = [...reached].filter((one) => one.endsWith('refused'));
      expect(refused.length).toBeGreaterThan(operations.length * 0.7);
    },
  );
});
