import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Investigation } from '@nab/contract';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

const create = async (): Promise<Investigation> => {
  const { status, body } = await bench.send('POST', '/api/investigations', newInvestigation());
  expect(status).toBe(201);
  return body as Investigation;
};

describe('an investigation', () => {
  it('comes back as it was made', async () => {
    const wanted = newInvestigation();
    await bench.send('POST', '/api/investigations', wanted);
    const { status, body } = await bench.send('GET', `/api/investigations/${wanted.id}`);
    expect(status).toBe(200);
    expect(body.plan).toEqual(wanted.plan);
    expect(body.design.design).toEqual(wanted.design);
    expect(body.version).toBe(1);
  });

  it('is made once when the request is repeated', async () => {
    const wanted = newInvestigation();
    const before = await bench.count('investigations');
    await bench.send('POST', '/api/investigations', wanted);
    expect((await bench.send('POST', '/api/investigations', wanted)).status).toBe(201);
    expect(await bench.count('investigations')).toBe(before + 1);
  });

  it('is listed with its progress', async () => {
    const made = await create();
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made));
    const { body } = await bench.send('GET', '/api/investigations');
    const item = body.find((entry: { id: string }) => entry.id === made.id);
    expect(item).toMatchObject({
      title: 'How many turns?',
      levels: 3,
      groups: 2,
      repeats: 3,
      trials: 1,
      demo: false,
    });
  });

  it('that does not exist is a problem document', async () => {
    const answer = await bench.app.inject({ url: `/api/investigations/${randomUUID()}` });
    expect(answer.statusCode).toBe(404);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect(answer.json()).toMatchObject({
      code: 'NOT_FOUND',
      status: 404,
      title: expect.any(String),
      type: expect.stringMatching(/^urn:nab:problem:/),
    });
  });

  it('with faults is refused with a message for each field', async () => {
    const wanted = newInvestigation();
    const { status, body } = await bench.send('POST', '/api/investigations', {
      ...wanted,
      plan: { ...wanted.plan, title: '', repeats: 0 },
      design: { ...wanted.design, core: { ...wanted.design.core, length: 'long' } },
    });
    expect(status).toBe(422);
    expect(body.code).toBe('INVALID_INPUT');
    const paths = body.errors.map((error: { path: string }) => error.path);
    expect(paths).toEqual(
      expect.arrayContaining(['plan.title', 'plan.repeats', 'design.core.length']),
    );
  });
});

describe('bodies of the wrong shape', () => {
  const shapes: unknown[] = [
    {},
    { id: 5 },
    { plan: null, design: null },
    { plan: {}, design: {} },
    { design: { core: 7, winding: [], supply: 'x' } },
    { plan: { levels: 'x', groups: [null] } },
    [],
    'text',
    null,
    7,
  ];
  it.each(shapes.map((shape) => [JSON.stringify(shape), shape]))(
    '%s is refused everywhere with a problem, never with a fault of Nab’s own',
    async (text) => {
      const id = randomUUID();
      for (const [method, url] of [
        ['POST', '/api/investigations'],
        ['PUT', `/api/investigations/${id}`],
        ['PUT', `/api/designs/${id}`],
        ['PUT', `/api/readings/${id}`],
        ['PUT', `/api/predictions/${id}`],
      ] as const) {
        const answer = await bench.app.inject({
          method,
          url,
          headers: { 'content-type': 'application/json' },
          payload: text,
        });
        expect(answer.statusCode, `${method} ${url}`).toBe(422);
        expect(answer.json().code).toBe('INVALID_INPUT');
        expect(answer.json().errors.length).toBeGreaterThan(0);
      }
    },
  );
});

describe('a plan', () => {
  it('is changed against the version it was made from', async () => {
    const made = await create();
    const plan = {
      ...made.plan,
      title: 'Changed',
      levels: [...made.plan.levels, { id: randomUUID(), turns: 80 }],
    };
    const { status, body } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      plan,
    });
    expect(status).toBe(200);
    expect(body.version).toBe(2);
    expect(body.plan).toEqual(plan);
  });

  it('written from a stale version is refused and nothing is overwritten', async () => {
    const made = await create();
    await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      plan: { ...made.plan, title: 'First' },
    });
    const stale = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      plan: { ...made.plan, title: 'Second', levels: made.plan.levels.slice(1) },
    });
    expect(stale.status).toBe(409);
    expect(stale.body).toMatchObject({
      code: 'STALE_VERSION',
      current: { version: 2, plan: { title: 'First' } },
    });
    const { body } = await bench.send('GET', `/api/investigations/${made.id}`);
    expect(body.plan.title).toBe('First');
    expect(body.plan.levels).toHaveLength(3);
  });

  it('can exchange the turns of two levels', async () => {
    const made = await create();
    const [a, b, c] = made.plan.levels;
    const levels = [{ ...a!, turns: b!.turns }, { ...b!, turns: a!.turns }, c!];
    const { status, body } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      plan: { ...made.plan, levels },
    });
    expect(status).toBe(200);
    expect(body.plan.levels).toEqual(levels);
  });

  it('cannot lose a level that trials hang on', async () => {
    const made = await create();
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made));
    const { status, body } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      plan: { ...made.plan, levels: made.plan.levels.slice(1) },
    });
    expect(status).toBe(409);
    expect(body.code).toBe('LEVEL_IN_USE');
    expect((await bench.send('GET', `/api/investigations/${made.id}`)).body).toMatchObject({
      version: 1,
      readings: [{ count: 7 }],
    });
  });

  it('cannot take a level of another investigation', async () => {
    const [one, two] = [await create(), await create()];
    const plan = {
      ...two.plan,
      levels: [{ ...one.plan.levels[0]!, turns: 99 }, ...two.plan.levels],
    };
    const { status, body } = await bench.send('PUT', `/api/investigations/${two.id}`, {
      version: 1,
      plan,
    });
    expect(status).toBe(409);
    expect(body.code).toBe('ID_TAKEN');
    expect((await bench.send('GET', `/api/investigations/${one.id}`)).body.plan).toEqual(one.plan);
  });
});

describe('a design', () => {
  it('is saved with a new version, and a stale write gets the current one', async () => {
    const { design } = await create();
    const changed = { ...design.design, name: 'Longer nail' };
    const first = await bench.send('PUT', `/api/designs/${design.id}`, {
      version: 1,
      design: changed,
    });
    expect(first.body).toMatchObject({ version: 2, design: { name: 'Longer nail' } });
    const stale = await bench.send('PUT', `/api/designs/${design.id}`, {
      version: 1,
      design: { ...changed, name: 'Mine' },
    });
    expect(stale.status).toBe(409);
    expect(stale.body.current).toMatchObject({ version: 2, design: { name: 'Longer nail' } });
    expect((await bench.send('GET', `/api/designs/${design.id}`)).body.design.name).toBe(
      'Longer nail',
    );
  });

  it('is written by exactly one of many at once', async () => {
    const { design } = await create();
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        bench.send('PUT', `/api/designs/${design.id}`, {
          version: 1,
          design: { ...design.design, name: `Try ${i}` },
        }),
      ),
    );
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(7);
  });
});

describe('the CSV of the trials', () => {
  it('has a row a trial, units in its names, originals and withdrawals', async () => {
    const made = await create();
    const id = randomUUID();
    await bench.send(
      'PUT',
      `/api/readings/${id}`,
      readingOf(made, { note: '=SUM(A1), said "she"' }),
    );
    await bench.send(
      'PUT',
      `/api/readings/${randomUUID()}`,
      readingOf(made, { count: 9, corrects: id, reason: 'miscounted' }),
    );
    await bench.send('PUT', `/api/predictions/${randomUUID()}`, {
      groupId: made.plan.groups[0]!.id,
      levelId: made.plan.levels[0]!.id,
      count: 5,
      recordedAt: new Date().toISOString(),
    });
    const { status, text } = await bench.send('GET', `/api/investigations/${made.id}/trials.csv`);
    expect(status).toBe(200);
    expect(text.startsWith('\uFEFFtrial_id,recorded_at,group,turns')).toBe(true);
    expect(text.split('\r\n')[0]).toContain('on_time_s');
    const row = text.split('\r\n')[1]!;
    expect(row).toContain(`${id},`);
    expect(row).toMatch(/,Limpets,10,5,[\d.]+,0,9,1,4\.5,7,1,miscounted,no,/);
  });
});

describe('the server', () => {
  it('says that it is well', async () => {
    expect((await bench.send('GET', '/api/health')).body).toEqual({ status: 'ok', database: 'ok' });
  });

  it('sends a strict content policy', async () => {
    const { headers } = await bench.app.inject({ url: '/api/health' });
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['x-content-type-options']).toBe('nosniff');
  });

  it('refuses writes from another site', async () => {
    const answer = await bench.app.inject({
      method: 'POST',
      url: '/api/investigations',
      headers: { origin: 'http://elsewhere.example' },
      payload: newInvestigation(),
    });
    expect(answer.statusCode).toBe(403);
    expect(answer.json().code).toBe('FOREIGN_ORIGIN');
  });

  it.each([
    ['broken JSON', '{"id":', 400, 'MALFORMED'],
    ['a body beyond the limit', JSON.stringify({ x: 'y'.repeat(300_000) }), 413, 'TOO_LARGE'],
  ])('answers %s with a problem', async (_what, payload, status, code) => {
    const answer = await bench.app.inject({
      method: 'POST',
      url: '/api/investigations',
      headers: { 'content-type': 'application/json' },
      payload,
    });
    expect(answer.statusCode).toBe(status);
    expect(answer.json().code).toBe(code);
  });

  it('answers unknown addresses with a problem', async () => {
    expect((await bench.send('GET', '/api/nonsense')).body.code).toBe('NOT_FOUND');
    expect((await bench.send('GET', '/api/investigations/not-an-id')).body.code).toBe('NOT_FOUND');
  });
});
