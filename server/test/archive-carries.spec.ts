import fc from 'fast-check';
import { randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newCompassSet, newShell } from '@nab/contract/experiments';
import { sentOf, type Investigation } from '@nab/contract/lesson';
import type { ArchiveResult } from '@nab/contract/archive';
import { examplePrediction } from '@nab/contract/testing';
import { generate } from 'json-schema-faker';
import { value, type Description } from '../../tools/attack/requests.js';
import { loadDemo } from '../src/transfer/demo/load.js';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

/** Bodies that are sent in `npm test`, and in the thorough run of a night. */
const BODIES = process.env['NAB_THOROUGH'] === 'yes' ? 5_000 : 800;

let bench: Bench;
let lesson: Investigation;
let schemas: Readonly<Record<string, object>>;

beforeAll(async () => {
  bench = await startBench();
  await loadDemo(bench.sequelize);
  lesson = await bench.create();
  const { paths } = (await bench.send('GET', '/api/openapi.json')).body as Description;
  schemas = Object.fromEntries(
    Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods).flatMap(([method, { requestBody }]) => {
        const schema = requestBody?.content['application/json']?.schema;
        return schema ? [[`${method.toUpperCase()} ${path.replace(/\/$/, '')}`, schema]] : [];
      }),
    ),
  );
});
afterAll(() => bench.app.close());

async function archive(): Promise<{ file: Buffer; lines: string[] }> {
  const { rawPayload } = await bench.app.inject('/api/archive');
  return { file: rawPayload, lines: gunzipSync(rawPayload).toString().trimEnd().split('\n') };
}

const TEXTS = [
  ...['1970-01-01T00:00:00Z', '2000-01-01T00:00:00+14:00', '2099-12-31T23:59:59.999-12:00'],
  ...['2026-03-29T02:30:00+01:00', '2024-02-29T12:00:00.123456Z', '9999-12-31T23:59:59-15:00'],
  ...['"quoted"', '\\u0041\\', 'e\u0301', '\u200f', '🧲🏽', '\u2028', '  ', '\t', '<b>', ''],
  ...['0.5 mm', '3 ft', '1e-3 m', '24 AWG', '0.4 g', '2 A', '0.2 Ω', '1.5 V', '7', 'copper'],
];
const NUMBERS = [0, -0, 1, 2, 0.1 + 0.2, 1e-300, 1e300, 2 ** 31 - 1, 2 ** 53, -1];

/** The same with another text, number or yes in one place, at the edge of what is taken. */
const changed = (body: object): fc.Arbitrary<unknown> => {
  const places: (readonly string[])[] = [];
  const walk = (inner: unknown, path: readonly string[]): void => {
    if (typeof inner !== 'object' || inner === null) places.push(path);
    else for (const [key, one] of Object.entries(inner)) walk(one, [...path, key]);
  };
  walk(body, []);
  return fc
    .record({
      path: fc.constantFrom(...places),
      text: fc.oneof(fc.constantFrom(...TEXTS), fc.string({ unit: 'grapheme', maxLength: 60 })),
      number: fc.oneof(fc.constantFrom(...NUMBERS), fc.double(), fc.nat()),
      any: value,
    })
    .map(({ path, text, number, any }) => {
      const copy = structuredClone(body) as Record<string, unknown>;
      const parent = path
        .slice(0, -1)
        .reduce((at, key) => at[key] as Record<string, unknown>, copy);
      const key = path.at(-1)!;
      const old = parent[key];
      parent[key] =
        typeof old === 'string'
          ? text
          : typeof old === 'number'
            ? number
            : old === null
              ? any
              : !old;
      return copy;
    });
};

const actor = 'educator';

/** What is sent where: bodies that are taken as they are, each with something else somewhere. */
const kinds = (): readonly {
  readonly path: string;
  readonly url: () => string;
  readonly method: 'PUT' | 'POST';
  readonly right: readonly object[];
}[] => {
  const { plan, design, id } = lesson;
  const of = `?of=${id}`;
  const place = { groupId: plan.groups[0]!.id, levelId: plan.levels[0]!.id, seriesId: null };
  const poll = {
    levelId: plan.levels[0]!.id,
    seriesId: null,
    question: 'Will it hold?',
    choices: [1, 0].map((value) => ({ value, name: `${value} of it` })),
    hands: [0, 2],
    openedAt: '2026-11-26T09:00:00.000Z',
    closedAt: null,
    actor,
  };
  return [
    {
      method: 'PUT',
      path: '/api/readings/{id}',
      url: () => `/api/readings/${randomUUID()}${of}`,
      right: [readingOf(lesson), readingOf(lesson, { levelId: randomUUID() })],
    },
    {
      method: 'PUT',
      path: '/api/predictions/{id}',
      url: () => `/api/predictions/${randomUUID()}${of}`,
      right: [{ ...sentOf(examplePrediction()), ...place }],
    },
    {
      method: 'PUT',
      path: '/api/polls/{id}',
      url: () => `/api/polls/${randomUUID()}`,
      right: [poll],
    },
    {
      method: 'PUT',
      path: '/api/designs/{id}',
      url: () => `/api/designs/${randomUUID()}`,
      right: [design.design, newShell(), newCompassSet()].map((one) => ({
        version: 0,
        actor,
        design: one,
      })),
    },
    {
      method: 'PUT',
      path: '/api/shelf/{id}',
      url: () => `/api/shelf/${randomUUID()}`,
      right: shelf.map((item) => ({ version: 0, item })),
    },
    {
      method: 'POST',
      path: '/api/investigations',
      url: () => '/api/investigations',
      right: [newInvestigation()],
    },
    {
      method: 'PUT',
      path: '/api/investigations/{id}/room',
      url: () => `/api/investigations/${id}/room`,
      right: [{ paused: false, message: 'Wait', ended: false, begun: true, ranked: false }],
    },
  ];
};

let shelf: object[] = [];

describe('whatever the server takes', () => {
  it(
    'is carried by the file of everything, and is the same when it is put back',
    { timeout: 300_000 },
    async () => {
      shelf = ((await bench.send('GET', '/api/shelf')).body as { item: object }[]).map(
        ({ item }) => item,
      );
      const taken = new Map<string, number>();
      const all = kinds();
      const one = fc.constantFrom(...all).chain((kind) =>
        fc.record({
          kind: fc.constant(kind),
          body: fc.oneof(
            { weight: 6, arbitrary: fc.constantFrom(...kind.right).chain(changed) },
            { weight: 1, arbitrary: fc.nat() },
          ),
        }),
      );
      for (const { kind, body } of fc.sample(one, { numRuns: BODIES, seed: 20261201 })) {
        const sent =
          typeof body === 'number'
            ? await generate(schemas[`${kind.method} ${kind.path}`] as never, { seed: body })
            : withOwnIds(body);
        const { status, text } = await bench.send(kind.method, kind.url(), sent ?? {});
        expect(status, text).toBeLessThan(500);
        if (status < 300) taken.set(kind.path, (taken.get(kind.path) ?? 0) + 1);
      }
      // Of every kind there were some that are not as a form would send them.
      for (const { path } of all) expect(taken.get(path) ?? 0, path).toBeGreaterThan(0);
      expect([...taken.values()].reduce((p, q) => p + q)).toBeGreaterThan(BODIES / 4);

      const before = await archive();
      await bench.app.close();
      bench = await startBench();
      const answer = await bench.app.inject({
        method: 'POST',
        url: '/api/archive',
        headers: { 'content-type': 'application/gzip' },
        payload: before.file,
      });
      expect(answer.statusCode, answer.body).toBe(200);
      const { apart, there, renewed } = answer.json<ArchiveResult>();
      expect({ apart, there, renewed }).toEqual({ apart: [], there: 0, renewed: 0 });
      const after = await archive();
      expect(after.lines).toEqual(before.lines);
    },
  );
});

/** A new investigation each time: its ids and its parts’ are its own. */
function withOwnIds(body: unknown): unknown {
  if (typeof body !== 'object' || body === null || !('plan' in body)) return body;
  const renewed = new Map<string, string>();
  const text = JSON.stringify(body).replace(
    /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g,
    (id) => {
      if (!renewed.has(id)) renewed.set(id, randomUUID());
      return renewed.get(id)!;
    },
  );
  return JSON.parse(text) as unknown;
}
