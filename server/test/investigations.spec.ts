import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { foldTrials, newCompassSet, newDesign, newShell, type Investigation } from '@nab/contract';
import { counted } from '@nab/contract/testing';
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
      design: { ...newDesign(), core: { ...newDesign().core, length: 'long' } },
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
      levels: [...made.plan.levels, { id: randomUUID(), value: '80 turns' }],
    };
    const { status, body } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      actor: 'educator',
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
      actor: 'educator',
      plan: { ...made.plan, title: 'First' },
    });
    const stale = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      actor: 'educator',
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

  it('can exchange the values of two levels', async () => {
    const made = await create();
    const [a, b, c] = made.plan.levels;
    const levels = [{ ...a!, value: b!.value }, { ...b!, value: a!.value }, c!];
    const { status, body } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 1,
      actor: 'educator',
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
      actor: 'educator',
      plan: { ...made.plan, levels: made.plan.levels.slice(1) },
    });
    expect(status).toBe(409);
    expect(body.code).toBe('LEVEL_IN_USE');
    expect((await bench.send('GET', `/api/investigations/${made.id}`)).body).toMatchObject({
      version: 1,
      readings: [{ outcome: { count: 7 } }],
    });
  });

  it('cannot take a level of another investigation', async () => {
    const [one, two] = [await create(), await create()];
    const plan = {
      ...two.plan,
      levels: [{ ...one.plan.levels[0]!, value: '99 turns' }, ...two.plan.levels],
    };
    const { status, body } = await bench.send('PUT', `/api/investigations/${two.id}`, {
      version: 1,
      actor: 'educator',
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
      actor: 'educator',
      design: changed,
    });
    expect(first.body).toMatchObject({ version: 2, design: { name: 'Longer nail' } });
    const stale = await bench.send('PUT', `/api/designs/${design.id}`, {
      version: 1,
      actor: 'educator',
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
          actor: 'educator',
          design: { ...design.design, name: `Try ${i}` },
        }),
      ),
    );
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(7);
  });
});

describe('the CSV of the trials', () => {
  const csvOf = async (made: Investigation) => {
    const { status, text } = await bench.send('GET', `/api/investigations/${made.id}/trials.csv`);
    const [head = '', ...rows] = text.replace('\uFEFF', '').trim().split('\r\n');
    return { status, text, head: head.split(','), rows };
  };

  it('has a row a trial, units in columns of their own, originals and withdrawals', async () => {
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
      readingOf(made, { outcome: counted(9), corrects: id, reason: 'miscounted' }),
    );
    await bench.send('PUT', `/api/predictions/${randomUUID()}`, {
      groupId: made.plan.groups[0]!.id,
      levelId: made.plan.levels[0]!.id,
      seriesId: null,
      value: 5,
      words: null,
      actor: 'group',
      recordedAt: new Date().toISOString(),
    });
    const { status, text, head, rows } = await csvOf(made);
    expect(status).toBe(200);
    expect(text.startsWith('\uFEFFtrial_id,recorded_at,group,factor,level,')).toBe(true);
    const cells = Object.fromEntries(rows[0]!.split(',').map((cell, i) => [head[i], cell]));
    expect(cells).toMatchObject({
      trial_id: id,
      group: 'Limpets',
      factor: 'turns',
      level: '10 turns',
      level_number: '10',
      level_unit: 'turns',
      measure: 'objects-one-end',
      reading: '9',
      off_count: '0',
      group_prediction: '5',
      model_prediction: '6.5',
      in_band: 'yes',
      on_time_s: '4.2',
      original: '7',
      corrections: '1',
      correction_reason: 'miscounted',
      withdrawn: 'no',
    });
  });

  it('comes even when a level cannot be wound', async () => {
    const wanted = newInvestigation();
    const [first, ...others] = wanted.plan.levels;
    const levels = [first!, { ...others[0]!, value: '5000 turns' }, ...others.slice(1)];
    const { body: made } = await bench.send('POST', '/api/investigations', {
      ...wanted,
      plan: { ...wanted.plan, levels },
    });
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made));
    const { status, rows } = await csvOf(made);
    expect(status).toBe(200);
    expect(rows).toHaveLength(1);
  });

  it('has a name even when the title is all emoji', async () => {
    const { body: made } = await bench.send(
      'POST',
      '/api/investigations',
      newInvestigation({ title: `${'x'.repeat(59)}🧲𝒜𝒜𝒜` }),
    );
    expect((await csvOf(made)).status).toBe(200);
  });

  it('holds every kind of reading in its columns', async () => {
    const made = await createOf(newShell(), {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-held',
      levels: ['0.1 mm', '2 sheets'].map((value) => ({ id: randomUUID(), value })),
    });
    const outcome = { kind: 'interval', held: 2, dropped: 2.5, typed: '2 kg / 2.5 kg' } as const;
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made, { outcome }));
    const { head, rows } = await csvOf(made);
    const cells = Object.fromEntries(rows[0]!.split(',').map((cell, i) => [head[i], cell]));
    expect(cells).toMatchObject({ held: '2', dropped: '2.5', reading_unit: 'kg', level: '0.1 mm' });
  });
});

const createOf = async (
  design: unknown,
  change: Parameters<typeof newInvestigation>[0],
): Promise<Investigation> => {
  const wanted = { ...newInvestigation(change), design };
  const { status, body } = await bench.send('POST', '/api/investigations', wanted);
  expect(status, JSON.stringify(body)).toBe(201);
  return body as Investigation;
};

describe('a question of another kind', () => {
  const levels = (...values: string[]) => values.map((value) => ({ id: randomUUID(), value }));

  it('is kept whole: compass, needle, two lines', async () => {
    const made = await createOf(newCompassSet(), {
      experiment: 'compass',
      factor: 'current',
      measure: 'needle-angle',
      levels: levels('0.5 A', '1 A'),
      series: { factor: 'compass-distance', levels: levels('2 cm', '4 cm') },
    });
    expect(made.plan.series!.levels).toHaveLength(2);
    const where = { seriesId: made.plan.series!.levels[1]!.id };
    const outcome = { kind: 'number', value: 0.61, typed: '35°' } as const;
    const stored = await bench.send(
      'PUT',
      `/api/readings/${randomUUID()}`,
      readingOf(made, { ...where, outcome }),
    );
    expect(stored.body).toMatchObject({ ...where, outcome });
    const { body: list } = await bench.send('GET', '/api/investigations');
    const item = list.find((entry: { id: string }) => entry.id === made.id);
    expect(item).toMatchObject({ experiment: 'compass', factor: 'current', levels: 4, trials: 1 });
  });

  it('keeps whole designs as levels', async () => {
    const designs = [newDesign('Thin'), newDesign('Thick')].map((design) => ({
      id: randomUUID(),
      value: design.name,
      design,
    }));
    const made = await createOf(newDesign(), { factor: 'designs', levels: designs });
    expect(made.plan.levels).toEqual(designs);
  });

  it('is not asked of a design of another experiment', async () => {
    const wanted = { ...newInvestigation(), design: newCompassSet() };
    const { status, body } = await bench.send('POST', '/api/investigations', wanted);
    expect(status).toBe(422);
    expect(body.errors[0].path).toBe('plan.experiment');
  });

  it('needs a reading for one of its lines', async () => {
    const made = await createOf(newDesign(), {
      series: { factor: 'cells-in-series', levels: levels('1', '2') },
    });
    const status = async (seriesId: string | null): Promise<number> =>
      (await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made, { seriesId })))
        .status;
    expect(await status(null)).toBe(404);
    expect(await status(made.plan.levels[0]!.id)).toBe(404);
    expect(await status(made.plan.series!.levels[0]!.id)).toBe(200);
  });
});

describe('the list of investigations', () => {
  it('counts trials as the fold does, however often one was withdrawn', async () => {
    const made = await create();
    const ids = [randomUUID(), randomUUID(), randomUUID()] as const;
    await bench.send('PUT', `/api/readings/${ids[0]}`, readingOf(made));
    await bench.send('PUT', `/api/readings/${ids[1]}`, readingOf(made));
    const out = { corrects: ids[0], reason: 'fell', withdrawn: true };
    for (const id of [randomUUID(), ids[2]]) {
      const answer = await bench.send('PUT', `/api/readings/${id}`, readingOf(made, out));
      expect(answer.status).toBe(200);
    }
    const trials = async (): Promise<number> => {
      const { body } = await bench.send('GET', '/api/investigations');
      return body.find((entry: { id: string }) => entry.id === made.id).trials;
    };
    expect(await trials()).toBe(1);
    // Brought back by a correction of the withdrawal.
    const back = readingOf(made, { corrects: ids[2], reason: 'it had counted' });
    await bench.send('PUT', `/api/readings/${randomUUID()}`, back);
    const { body } = await bench.send('GET', `/api/investigations/${made.id}`);
    expect(await trials()).toBe(foldTrials(body.readings).trials.length);
  });
});

describe('a class', () => {
  it('is used again for the next lesson, with its groups', async () => {
    const first = await create();
    const { class: club, groups } = first.plan;
    const second = await createOf(newDesign(), { class: club, groups });
    expect(second.plan.groups).toEqual(groups);
    const { body: classes } = await bench.send('GET', '/api/classes');
    expect(classes.filter((one: { id: string }) => one.id === club.id)).toEqual([
      { ...club, groups },
    ]);
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(first));
    // A group with readings in another lesson cannot be dropped in this one.
    const { status, body } = await bench.send('PUT', `/api/investigations/${second.id}`, {
      version: 1,
      actor: 'educator',
      plan: { ...second.plan, groups: groups.slice(1) },
    });
    expect(status).toBe(409);
    expect(body.code).toBe('LEVEL_IN_USE');
  });

  it('does not lend its groups to another class', async () => {
    const first = await create();
    const wanted = newInvestigation({ groups: [...first.plan.groups] });
    const { status, body } = await bench.send('POST', '/api/investigations', wanted);
    expect([status, body.code]).toEqual([409, 'ID_TAKEN']);
  });
});

describe('a design that stands by itself', () => {
  it('is made, listed by its experiment, changed against its version, and stays what it is', async () => {
    const id = randomUUID();
    const write = (version: number, design: unknown) =>
      bench.send('PUT', `/api/designs/${id}`, { version, design, actor: 'educator' });
    expect((await write(1, newShell())).status).toBe(404);
    expect((await write(0, newShell('Harbour magnet'))).body).toMatchObject({ id, version: 1 });
    expect((await write(0, newShell('Other'))).status).toBe(409);
    expect((await write(1, newShell('Pier magnet'))).body.version).toBe(2);
    const listed = async (experiment: string) =>
      (await bench.send('GET', `/api/designs?experiment=${experiment}`)).body;
    expect(await listed('shell-magnet')).toEqual([
      expect.objectContaining({ id, name: 'Pier magnet', experiment: 'shell-magnet', version: 2 }),
    ]);
    expect(await listed('compass')).toEqual([]);
    const changed = await write(2, newCompassSet());
    expect([changed.status, changed.body.errors[0].path]).toEqual([422, 'design.format']);
    expect((await bench.send('GET', '/api/designs?experiment=smell')).status).toBe(422);
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

  it.each([
    ['half an escape', '/api/investigations/%E0%A4%A'],
    ['a parameter longer than any id', `/api/investigations/${'x'.repeat(5000)}`],
    ['a whole page of address', `/${'y'.repeat(9000)}`],
  ])('answers %s in the address with a problem', async (_what, url) => {
    const answer = await bench.app.inject({ url });
    expect(answer.statusCode).toBeGreaterThanOrEqual(400);
    expect(answer.statusCode).toBeLessThan(500);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect(answer.json().code).toMatch(/^(MALFORMED|NOT_FOUND)$/);
  });

  const junk: [string, unknown][] = [
    ['NUL in a title', { title: 'a\0b' }],
    ['half a surrogate pair in a name', { groups: [{ id: randomUUID(), name: '\ud83d' }] }],
    ['a level that is nothing', { levels: [null, null] }],
    ['a title of letters beyond the basic plane', { title: '𝒜'.repeat(121) }],
  ];
  it.each(junk)('refuses %s beside its field', async (_what, change) => {
    const wanted = newInvestigation();
    const { status, body } = await bench.send('POST', '/api/investigations', {
      ...wanted,
      plan: { ...wanted.plan, ...(change as object) },
    });
    expect([status, body.code]).toEqual([422, 'INVALID_INPUT']);
  });

  it('takes the longest title there may be, whatever its letters', async () => {
    const wanted = newInvestigation({ title: '𝒜'.repeat(120) });
    expect((await bench.send('POST', '/api/investigations', wanted)).status).toBe(201);
  });

  it('refuses a version that no column holds', async () => {
    const made = await create();
    const { status } = await bench.send('PUT', `/api/investigations/${made.id}`, {
      version: 2 ** 31,
      actor: 'educator',
      plan: made.plan,
    });
    expect(status).toBe(422);
  });

  it('refuses to solve the field of nothing', async () => {
    for (const body of [undefined, null, {}, []]) {
      const answer = await bench.app.inject({
        method: 'POST',
        url: '/api/fields',
        headers: { 'content-type': 'application/json' },
        payload: JSON.stringify(body) ?? '',
      });
      expect(answer.statusCode).toBeGreaterThanOrEqual(400);
      expect(answer.statusCode).toBeLessThan(500);
    }
  });
});
