import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Investigation } from '@nab/contract';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

/** Requests in `npm test`, and in the thorough run of a night. */
const REQUESTS = process.env['NAB_THOROUGH'] === 'yes' ? 10_000 : 800;

let bench: Bench;
let made: Investigation;
let routes: readonly { readonly method: 'GET' | 'PUT' | 'POST' | 'DELETE'; readonly url: string }[];

beforeAll(async () => {
  bench = await startBench();
  made = await bench.create();
  const { paths } = (await bench.send('GET', '/api/openapi.json')).body as {
    paths: Record<string, Record<string, unknown>>;
  };
  routes = Object.entries(paths).flatMap(([url, methods]) =>
    Object.keys(methods).map((method) => ({ method: method.toUpperCase() as 'GET', url })),
  );
});
afterAll(() => bench.app.close());

/** What this very test and the code that it warmed up may keep. */
const MOST_GROWTH_BYTES = 40e6;

/** Bytes in use after everything that nobody holds was thrown away. */
function heapInUse(): number {
  setFlagsFromString('--expose-gc');
  (runInNewContext('gc') as () => void)();
  return process.memoryUsage().heapUsed;
}

const nasty = fc.constantFrom(
  '',
  '\0',
  '\ud83d',
  '𝒜'.repeat(300),
  ' '.repeat(5000),
  '1'.repeat(400),
  '1e999',
  '-0',
  '../../etc/passwd',
  '__proto__',
  "'; DROP TABLE readings; --",
  '=1+1',
  '24 AWG',
  '2026-02-30T00:00:00Z',
);
const value: fc.Arbitrary<unknown> = fc.letrec((tie) => ({
  any: fc.oneof(
    { depthSize: 'small' },
    nasty,
    fc.string(),
    fc.integer(),
    fc.double(),
    fc.boolean(),
    fc.constant(null),
    fc.uuid(),
    fc.array(tie('any'), { maxLength: 6 }),
    fc.dictionary(fc.oneof(nasty, fc.string()), tie('any'), { maxKeys: 6 }),
  ),
})).any;

/** A body that is right but for one place, so that what is looked at late is reached too. */
const nearly = (): fc.Arbitrary<unknown> => {
  const right: object[] = [
    newInvestigation(),
    { version: 1, actor: 'educator', plan: made.plan },
    { version: 1, actor: 'educator', design: made.design.design },
    readingOf(made),
    { paused: false, message: '', ended: false, begun: false, ranked: false },
  ];
  return fc
    .tuple(fc.constantFrom(...right), fc.infiniteStream(fc.nat(40)), value)
    .map(([body, choices, by]) => withOneWrong(body, () => choices.next().value as number, by));
};

function withOneWrong(body: unknown, choose: () => number, by: unknown): unknown {
  if (typeof body !== 'object' || body === null || choose() % 5 === 0) return by;
  const copy = (Array.isArray(body) ? [...body] : { ...body }) as Record<string, unknown>;
  const keys = Object.keys(copy);
  if (keys.length === 0) return by;
  const key = keys[choose() % keys.length]!;
  copy[key] = withOneWrong(copy[key], choose, by);
  return copy;
}

describe('requests that are not right', () => {
  it(
    'are answered with problems by every route, and harm nothing',
    { timeout: 600_000 },
    async () => {
      const reached = new Set<string>();
      const before = await bench.count('readings');
      const heap = heapInUse();
      const id = fc.oneof(
        fc.constantFrom(made.id, made.design.id, randomUUID()),
        fc.oneof(nasty, fc.string()).map(encode),
      );
      const request = fc.record({
        route: fc.constantFrom(...routes),
        id,
        query: fc.option(fc.dictionary(fc.constantFrom('of', 'paper', 'since', 'x'), nasty)),
        body: fc.oneof(value, nearly()),
        raw: fc.option(fc.constantFrom('{"a":', '[[[[', '\u0000', '"'), { freq: 9 }),
        type: fc.constantFrom('application/json', 'application/json', 'text/plain', 'x/y'),
      });
      await fc.assert(
        fc.asyncProperty(request, async ({ route, id: one, query, body, raw, type }) => {
          const url = route.url.replace(/\{\w+\}/g, one || 'x');
          if (url.endsWith('/events') && route.method === 'GET') return;
          const search = query === null ? '' : `?${new URLSearchParams(query).toString()}`;
          const answer = await bench.app.inject({
            method: route.method,
            url: url + search,
            ...(route.method !== 'GET' && {
              headers: { 'content-type': type },
              payload: raw ?? JSON.stringify(body) ?? '',
            }),
          });
          reached.add(
            `${route.method} ${route.url} ${answer.statusCode < 400 ? 'taken' : 'refused'}`,
          );
          const said = `${route.method} ${url.slice(0, 80)}: ${answer.body.slice(0, 200)}`;
          expect(answer.statusCode, said).not.toBe(500);
          expect(answer.statusCode < 500 || answer.statusCode === 503, said).toBe(true);
          if (answer.statusCode < 400) return;
          expect(answer.headers['content-type'], said).toMatch('application/problem+json');
          expect(answer.json(), said).toMatchObject({ status: answer.statusCode });
        }),
        { numRuns: REQUESTS, seed: 20261126, endOnFailure: true },
      );
      expect(await bench.count('readings')).toBe(before);
      expect((await bench.send('GET', '/api/health')).status).toBe(200);
      // Nothing of what was refused is held on to: level, whatever their number.
      expect(heapInUse() - heap).toBeLessThan(MOST_GROWTH_BYTES);
      // Every route was asked, and hardly one only ever by what is right.
      const refused = [...reached].filter((one) => one.endsWith('refused'));
      expect(refused.length).toBeGreaterThan(routes.length * 0.7);
    },
  );
});

/** As one segment of a path, even where it cannot be encoded. */
function encode(text: string): string {
  try {
    return encodeURIComponent(text);
  } catch {
    return '%ED%A0%BD';
  }
}
