import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newCompassSet, newDesign, newShell } from '@nab/contract/experiments';
import { sentOf } from '@nab/contract/lesson';
import { examplePlan, examplePrediction, exampleReading, idOf } from '@nab/contract/testing';
import { startBench, type Bench } from './harness.js';

interface Described {
  readonly openapi: string;
  readonly paths: Record<
    string,
    Record<string, { requestBody?: { content: Record<string, { schema: object }> } }>
  >;
}

let bench: Bench;
let described: Described;

beforeAll(async () => {
  bench = await startBench();
  described = (await bench.send('GET', '/api/openapi.json')).body as Described;
});
afterAll(() => bench.app.close());

/** Every route of the router, read from the tree that it prints. */
function realRoutes(): string[] {
  const parents: string[] = [];
  return bench.app
    .printRoutes({ commonPrefix: false })
    .split('\n')
    .flatMap((line) => {
      const [, indent, part, methods] =
        /^((?:│ {3}| {4})*)[├└]── (.*?)(?: \((.*)\))?$/.exec(line) ?? [];
      if (indent === undefined) return [];
      const depth = indent.length / 4;
      const path = (depth > 0 ? parents[depth - 1]! : '') + part!;
      parents[depth] = path;
      return (methods?.split(', ') ?? []).map((method) => `${method.toLowerCase()} ${path}`);
    });
}

const inDescription = (): string[] =>
  Object.entries(described.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method} ${path.replace(/\{(\w+)\}/g, ':$1')}`),
  );

function bodyOf(method: string, path: string): ValidateFunction {
  const { requestBody } = described.paths[path]![method]!;
  const ajv = new Ajv2020({ strict: false });
  addFormats.default(ajv);
  return ajv.compile(requestBody!.content['application/json']!.schema);
}

describe('the description of the API', () => {
  it('has every route that there is, and none that there is not', () => {
    const real = realRoutes()
      .map((route) => route.replace(/\/$/, ''))
      .filter((route) => route.includes('/api/') && !route.startsWith('head '))
      .filter((route) => !route.endsWith('/openapi.json'));
    expect(real.length).toBeGreaterThan(10);
    const described = inDescription().map((one) => one.replace(/\/$/, ''));
    expect([...new Set(described)].sort()).toEqual([...new Set(real)].sort());
  });

  it('is in the table of docs/formats.md, route by route', () => {
    const formats = readFileSync(new URL('../../docs/formats.md', import.meta.url), 'utf8');
    const missing = Object.keys(described.paths)
      .map((path) => path.replace(/\/$/, '').replace(/\{(\w+)\}/g, ':$1'))
      .filter((path) => !formats.includes(path));
    expect(missing).toEqual([]);
  });

  it('answers every fault with a problem document', () => {
    expect(described.openapi).toBe('3.1.0');
    const operations = Object.values(described.paths).flatMap((methods) => Object.values(methods));
    for (const operation of operations) {
      expect(JSON.stringify(operation)).toContain('application/problem+json');
    }
  });
});

describe('a body as it is described', () => {
  const actor = 'educator';
  const reading = sentOf(exampleReading());
  const prediction = sentOf(examplePrediction());

  it.each<[string, string, object]>([
    [
      'post',
      '/api/investigations/',
      { id: idOf(1), plan: examplePlan(), design: newDesign(), actor },
    ],
    ['put', '/api/investigations/{id}', { version: 1, plan: examplePlan(), actor }],
    ['put', '/api/designs/{id}', { version: 0, design: newDesign(), actor }],
    ['put', '/api/designs/{id}', { version: 3, design: newShell(), actor }],
    ['put', '/api/designs/{id}', { version: 3, design: newCompassSet(), actor }],
    ['put', '/api/readings/{id}', reading],
    ['put', '/api/predictions/{id}', prediction],
    ['post', '/api/fields/', { design: newDesign() }],
  ])('%s %s accepts what is sent', (method, path, body) => {
    const validate = bodyOf(method, path);
    expect(validate(JSON.parse(JSON.stringify(body))), JSON.stringify(validate.errors)).toBe(true);
  });

  it.each<[string, string, object]>([
    ['put', '/api/designs/{id}', { version: -1, design: newDesign(), actor }],
    ['put', '/api/designs/{id}', { version: 1, design: { format: 'other' }, actor }],
    ['put', '/api/designs/{id}', { version: 1, design: newDesign(), actor: 'nobody' }],
    ['put', '/api/readings/{id}', { ...reading, outcome: { kind: 'count', count: -1 } }],
    ['put', '/api/readings/{id}', { ...reading, outcome: { kind: 'colour' } }],
    ['put', '/api/readings/{id}', { ...reading, groupId: 'Limpets' }],
    ['post', '/api/fields/', {}],
  ])('%s %s refuses what the server refuses', async (method, path, body) => {
    const plain = JSON.parse(JSON.stringify(body)) as unknown;
    expect(bodyOf(method, path)(plain)).toBe(false);
    const url = path.replace('{id}', idOf(900)).replace(/\/$/, '');
    const { status } = await bench.send(method.toUpperCase() as 'PUT' | 'POST', url, plain);
    expect(status).toBe(422);
  });
});
