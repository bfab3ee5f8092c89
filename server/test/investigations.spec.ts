import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { foldTrials } from '@nab/contract/lesson';
import { newCompassSet, newDesign } from '@nab/contract/experiments';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

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
    const made = await bench.create();
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
      rehearsalOf: null,
      design: { name: newDesign().name },
    });
  });

  it('is archived, deleted and brought back, and loses no reading on the way', async () => {
    const made = await bench.create();
    const reading = randomUUID();
    await bench.send('PUT', `/api/readings/${reading}`, readingOf(made));
    const placeIn = async (): Promise<string> => {
      const { body } = await bench.send('GET', '/api/investigations');
      return body.find((entry: { id: string }) => entry.id === made.id).place;
    };
    expect(await placeIn()).toBe('open');
    const before = (await bench.send('GET', `/api/investigations/${made.id}`)).body;
    for (const place of ['archived', 'deleted', 'open']) {
      const moved = await bench.send('PUT', `/api/investigations/${made.id}/place`, { place });
      expect(moved.status).toBe(204);
      expect(await placeIn()).toBe(place);
      const now = (await bench.send('GET', `/api/investigations/${made.id}`)).body;
      expect({ ...now, asOf: before.asOf }).toEqual(before);
    }
    expect(before.readings.map(({ id }: { id: string }) => id)).toEqual([reading]);
  });

  it('takes a reading even while it is deleted, since a tablet may still hold one', async () => {
    const made = await bench.create();
    await bench.send('PUT', `/api/investigations/${made.id}/place`, { place: 'deleted' });
    const sent = await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made));
    expect(sent.status).toBeLessThan(300);
  });

  it('goes to no other place, and one that does not exist goes nowhere', async () => {
    const made = await bench.create();
    const path = `/api/investigations/${made.id}/place`;
    const refused = await bench.send('PUT', path, { place: 'cellar' });
    expect(refused.status).toBe(422);
    expect(refused.body.errors[0].path).toBe('place');
    const missing = `/api/investigations/${randomUUID()}/place`;
    expect((await bench.send('PUT', missing, { place: 'open' })).status).toBe(404);
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

describe('a plan', () => {
  it('is changed against the version it was made from', async () => {
    const made = await bench.create();
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
    expect(body).toEqual({ version: 2, plan });
  });

  it('is saved and refused without the readings of the class being read or answered', async () => {
    const made = await bench.create();
    for (let n = 0; n < 3; n++) {
      await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made));
    }
    const asked: string[] = [];
    const options = (bench.sequelize as unknown as { options: { logging: unknown } }).options;
    options.logging = (sql: string) => void asked.push(sql);
    const save = (version: number, title: string) =>
      bench.send('PUT', `/api/investigations/${made.id}`, {
        version,
        actor: 'educator',
        plan: { ...made.plan, title },
      });
    const [saved, stale] = [await save(1, 'Saved'), await save(1, 'Stale')];
    options.logging = false;
    expect(Object.keys(saved.body).sort()).toEqual(['plan', 'version']);
    expect(stale.body.current).toEqual(saved.body);
    expect(asked.length).toBeGreaterThan(3);
    expect(asked.filter((sql) => /FROM "?(readings|predictions|polls)"?/.test(sql))).toEqual([]);
  });

  it('written from a stale version is refused and nothing is overwritten', async () => {
    const made = await bench.create();
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
    const made = await bench.create();
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
    const made = await bench.create();
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
    const [one, two] = [await bench.create(), await bench.create()];
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

describe('a question of another kind', () => {
  const levels = (...values: string[]) => values.map((value) => ({ id: randomUUID(), value }));

  it('is kept whole: compass, needle, two lines', async () => {
    const made = await bench.createOf(newCompassSet(), {
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
    const made = await bench.createOf(newDesign(), { factor: 'designs', levels: designs });
    expect(made.plan.levels).toEqual(designs);
  });

  it('is not asked of a design of another experiment', async () => {
    const wanted = { ...newInvestigation(), design: newCompassSet() };
    const { status, body } = await bench.send('POST', '/api/investigations', wanted);
    expect(status).toBe(422);
    expect(body.errors[0].path).toBe('plan.experiment');
  });

  it('needs a reading for one of its lines', async () => {
    const made = await bench.createOf(newDesign(), {
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
    const made = await bench.create();
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
