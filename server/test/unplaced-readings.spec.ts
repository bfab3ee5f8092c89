import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Investigation } from '@nab/contract/lesson';
import { readingOf, startBench, type Answer, type Bench } from './harness.js';

let bench: Bench;
let lesson: Investigation;
/** A reading of a level that was taken out of the plan while it waited on a tablet. */
let late: ReturnType<typeof readingOf>;

beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());
beforeEach(async () => {
  lesson = await bench.create();
  late = readingOf(lesson, { levelId: lesson.plan.levels[1]!.id });
  const levels = lesson.plan.levels.filter(({ id }) => id !== late.levelId);
  const { status } = await bench.send('PUT', `/api/investigations/${lesson.id}`, {
    version: 1,
    actor: 'educator',
    plan: { ...lesson.plan, levels },
  });
  expect(status).toBe(200);
});

const put = (id: string, body: object, of: string | null = lesson.id): Promise<Answer> =>
  bench.send('PUT', `/api/readings/${id}${of === null ? '' : `?of=${of}`}`, body);
const strays = async (): Promise<{ id: string; body: object; kind: string }[]> =>
  (await bench.send('GET', `/api/investigations/${lesson.id}/unplaced-readings`)).body;
const readings = async (): Promise<{ id: string }[]> =>
  (await bench.send('GET', `/api/investigations/${lesson.id}`)).body.readings;

describe('a record without a place', () => {
  it('is kept beside the plan, once, with what was read and why', async () => {
    const id = randomUUID();
    const first = await put(id, late);
    expect([first.status, first.body]).toEqual([
      202,
      { stray: true, why: 'Its level or its group is no longer in the plan.' },
    ]);
    expect((await put(id, late)).status).toBe(202);
    expect(await strays()).toMatchObject([{ id, kind: 'reading', body: late }]);
    expect(await readings()).toEqual([]);
    const room = await bench.send('GET', `/api/investigations/${lesson.id}/room`);
    expect(room.body.strays).toBe(1);
  });

  it('becomes a reading where the educator says, and answers as one when it is sent again', async () => {
    const id = randomUUID();
    await put(id, late);
    const place = {
      groupId: lesson.plan.groups[1]!.id,
      levelId: lesson.plan.levels[0]!.id,
      seriesId: null,
    };
    const placed = await bench.send('POST', `/api/unplaced-readings/${id}/place`, place);
    expect(placed.status, placed.text).toBe(200);
    expect(await readings()).toMatchObject([{ id, ...place, outcome: late.outcome }]);
    expect(await strays()).toEqual([]);
    expect((await put(id, late)).body).toMatchObject({ id, ...place });
    expect((await bench.send('POST', `/api/unplaced-readings/${id}/place`, place)).status).toBe(
      404,
    );
  });

  it('goes to no other investigation, and stays when the place is none', async () => {
    const id = randomUUID();
    await put(id, late);
    const other = await bench.create();
    const elsewhere = {
      groupId: other.plan.groups[0]!.id,
      levelId: other.plan.levels[0]!.id,
      seriesId: null,
    };
    expect((await bench.send('POST', `/api/unplaced-readings/${id}/place`, elsewhere)).status).toBe(
      404,
    );
    expect(await strays()).toHaveLength(1);
  });

  it('may be left out, and stays in the database', async () => {
    const id = randomUUID();
    await put(id, late);
    const before = await bench.count('strays');
    expect((await bench.send('DELETE', `/api/unplaced-readings/${id}`)).status).toBe(204);
    expect(await strays()).toEqual([]);
    expect(await bench.count('strays')).toBe(before);
    expect((await put(id, late)).status).toBe(202);
    await expect(bench.sequelize.query('DELETE FROM strays')).rejects.toThrow(/append-only/);
  });

  it('may be a correction of what never came', async () => {
    const body = readingOf(lesson, { corrects: randomUUID(), reason: 'miscounted' });
    const id = randomUUID();
    expect((await put(id, body)).body.why).toBe('The reading that it corrects is not there.');
    const { groupId, levelId, seriesId } = body;
    await bench.send('POST', `/api/unplaced-readings/${id}/place`, { groupId, levelId, seriesId });
    expect(await readings()).toMatchObject([{ id, corrects: null, withdrawn: false }]);
  });

  it('is refused as before where its investigation is not said, or is none', async () => {
    expect((await put(randomUUID(), late, null)).status).toBe(404);
    expect((await put(randomUUID(), late, randomUUID())).status).toBe(404);
    expect(await strays()).toEqual([]);
  });
});
