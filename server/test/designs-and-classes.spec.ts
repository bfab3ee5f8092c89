import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newCompassSet, newDesign, newShell } from '@nab/contract/experiments';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

describe('a design', () => {
  it('is saved with a new version, and a stale write gets the current one', async () => {
    const { design } = await bench.create();
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
    const { design } = await bench.create();
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

describe('a class', () => {
  it('is used again for the next lesson, with its groups', async () => {
    const first = await bench.create();
    const { class: club, groups } = first.plan;
    const second = await bench.createOf(newDesign(), { class: club, groups });
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
    // Nor by a new lesson of the same class.
    const other = newInvestigation({ class: club, groups: groups.slice(1) });
    const refused = await bench.send('POST', '/api/investigations', other);
    expect([refused.status, refused.body.code]).toEqual([409, 'LEVEL_IN_USE']);
  });

  it('does not lend its groups to another class', async () => {
    const first = await bench.create();
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
