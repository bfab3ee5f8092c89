import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { EarlierState, Investigation } from '@nab/contract/lesson';
import { DEMO_SHELF } from '../src/transfer/demo/shelf.js';
import { partsChanged } from '../src/library/history/changes.js';
import { startBench, type Bench } from './harness.js';

let bench: Bench;
let lesson: Investigation;
beforeAll(async () => {
  bench = await startBench();
  lesson = await bench.create();
});
afterAll(() => bench.app.close());

/** What was changed counts as changed long ago. */
const aWhileLater = () =>
  bench.sequelize.query(`UPDATE history SET at = at - interval '10 minutes'`);
const history = async (): Promise<EarlierState[]> =>
  (await bench.send('GET', `/api/investigations/${lesson.id}/history`)).body;

async function retitle(version: number, title: string, repeats = lesson.plan.repeats) {
  const plan = { ...lesson.plan, title, repeats };
  const url = `/api/investigations/${lesson.id}`;
  expect((await bench.send('PUT', url, { version, actor: 'educator', plan })).status).toBe(200);
}

describe('how it was before', () => {
  it('is kept for each change of a plan, with who, when and what; a burst of typing is one change', async () => {
    expect(await history()).toEqual([]);
    await retitle(1, 'H');
    await retitle(2, 'Ho');
    await retitle(3, 'How many?');
    await aWhileLater();
    await retitle(4, 'How many?', 4);
    const [last, first, ...more] = await history();
    expect(more).toEqual([]);
    expect(last).toMatchObject({
      kind: 'plan',
      version: 4,
      actor: 'educator',
      changed: ['repeats'],
    });
    expect(first).toMatchObject({ version: 1, changed: ['title'], document: lesson.plan });
    expect(Math.abs(Date.parse(last!.at) - Date.now())).toBeLessThan(60_000);
    expect(Date.parse(first!.at)).toBeLessThan(Date.now() - 500_000);
  });

  it('is kept for the design too, and a refused change leaves none', async () => {
    const { id, version, design } = lesson.design;
    const url = `/api/designs/${id}`;
    const changed = { ...design, name: 'Another' };
    const body = { version, actor: 'educator', design: changed };
    expect((await bench.send('PUT', url, body)).status).toBe(200);
    expect((await bench.send('PUT', url, body)).status).toBe(409);
    const [newest, ...plans] = await history();
    expect(newest).toMatchObject({ kind: 'design', changed: ['name'], document: design });
    expect(plans.map(({ kind }) => kind)).toEqual(['plan', 'plan']);
  });

  it('leads back: the earlier plan is written as a new version and is itself followed', async () => {
    await aWhileLater();
    const plan = (await history()).find(({ version, kind }) => kind === 'plan' && version === 1)!;
    const url = `/api/investigations/${lesson.id}`;
    const body = { version: 5, actor: 'educator', plan: plan.document };
    const back = await bench.send('PUT', url, body);
    expect(back.body.plan).toEqual(lesson.plan);
    expect((await history())[0]).toMatchObject({ version: 5, changed: ['title', 'repeats'] });
  });

  it('has what was taken off the shelf until it is back', async () => {
    const id = crypto.randomUUID();
    const [item] = DEMO_SHELF;
    const put = await bench.send('PUT', `/api/shelf/${id}`, { version: 0, item });
    expect(put.status, put.text).toBe(200);
    await bench.send('DELETE', `/api/shelf/${id}`);
    const removed = await bench.send('GET', '/api/shelf/removed');
    expect(removed.body).toMatchObject([{ id, item: put.body.item }]);
    const [{ item: kept }] = removed.body;
    const again = await bench.send('PUT', `/api/shelf/${id}`, {
      version: 0,
      item: kept,
      putBack: true,
    });
    expect(again.status, again.text).toBe(200);
    expect((await bench.send('GET', '/api/shelf/removed')).body).toEqual([]);
  });

  it('names parts that came, went or differ', () => {
    expect(partsChanged({ a: [1], b: 2, c: 3 }, { a: [1], b: 3, d: null })).toEqual([
      'b',
      'c',
      'd',
    ]);
  });
});
