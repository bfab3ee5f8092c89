import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { foldTrials, type Investigation } from '@nab/contract/lesson';
import { counted } from '@nab/contract/testing';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
let made: Investigation;
beforeAll(async () => {
  bench = await startBench();
  made = (await bench.send('POST', '/api/investigations', newInvestigation())).body;
});
afterAll(() => bench.app.close());

describe('a reading', () => {
  it('is stored once, however often it is sent', async () => {
    const id = randomUUID();
    const body = readingOf(made, { outcome: counted(12) });
    const before = await bench.count('readings');
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => bench.send('PUT', `/api/readings/${id}`, body)),
    );
    expect(answers.map(({ status }) => status)).toEqual(Array(6).fill(200));
    expect(await bench.count('readings')).toBe(before + 1);
    expect(answers[5]!.body).toMatchObject({ id, outcome: { count: 12 }, corrects: null });
  });

  it('with a note in other capitals is another content; with ids in capitals it is the same', async () => {
    const made = await bench.create();
    const url = `/api/readings/${randomUUID()}`;
    const body = readingOf(made, { note: 'Two pH strips' });
    expect((await bench.send('PUT', url, body)).status).toBe(200);
    const shouted = await bench.send('PUT', url, { ...body, note: 'TWO PH STRIPS' });
    expect([shouted.status, shouted.body.code]).toEqual([409, 'ID_TAKEN']);
    const capitals = { ...body, groupId: body.groupId.toUpperCase() };
    expect((await bench.send('PUT', url, capitals)).status).toBe(200);
  });

  it('with a used id and another content is refused, and the first stands', async () => {
    const id = randomUUID();
    const body = readingOf(made, { outcome: counted(3) });
    await bench.send('PUT', `/api/readings/${id}`, body);
    const again = await bench.send('PUT', `/api/readings/${id}`, {
      ...body,
      outcome: counted(30),
    });
    expect(again.status).toBe(409);
    expect(again.body.code).toBe('ID_TAKEN');
    const { body: whole } = await bench.send('GET', `/api/investigations/${made.id}`);
    expect(whole.readings.find((r: { id: string }) => r.id === id).outcome.count).toBe(3);
  });

  it('keeps what was predicted when it was made, whatever the magnet becomes', async () => {
    const id = randomUUID();
    const model = { value: 12.6317695742, low: 5.25, high: 30.125 };
    const body = readingOf(made, { model });
    expect((await bench.send('PUT', `/api/readings/${id}`, body)).body.model).toEqual(model);
    expect((await bench.send('PUT', `/api/readings/${id}`, body)).status).toBe(200);
    const without = readingOf(made, { model: null });
    expect(
      (await bench.send('PUT', `/api/readings/${randomUUID()}`, without)).body.model,
    ).toBeNull();
    const { text } = await bench.send('GET', `/api/investigations/${made.id}/trials.csv`);
    expect(text.split('\r\n').some((row) => row.includes(id) && row.includes('12.63'))).toBe(true);
  });

  it('keeps what was odd, and has nothing odd where an older tablet says nothing', async () => {
    const put = (body: object) => bench.send('PUT', `/api/readings/${randomUUID()}`, body);
    const odd = await put(readingOf(made, { flags: ['lead-loose'] }));
    expect(odd.body.flags).toEqual(['lead-loose']);
    const { flags: _none, ...older } = readingOf(made, {});
    const plain = await put(older);
    expect([plain.status, plain.body.flags]).toEqual([200, []]);
    const unknown = await put({ ...older, flags: ['it was haunted'] });
    expect(unknown.status).toBe(422);
  });

  it('is corrected by a new row that keeps the original', async () => {
    const id = randomUUID();
    await bench.send('PUT', `/api/readings/${id}`, readingOf(made, { outcome: counted(5) }));
    const correction = readingOf(made, {
      outcome: counted(6),
      corrects: id,
      reason: 'one behind the head',
    });
    expect((await bench.send('PUT', `/api/readings/${randomUUID()}`, correction)).status).toBe(200);
    const { body } = await bench.send('GET', `/api/investigations/${made.id}`);
    const rows = body.readings.filter(
      (r: { id: string; corrects: string }) => r.id === id || r.corrects === id,
    );
    expect(rows.map((r: { outcome: { count: number } }) => r.outcome.count)).toEqual([5, 6]);
  });

  it.each([
    ['2999-01-01T00:00:00.000Z', 'far ahead'],
    ['1970-01-01T00:00:12.000Z', 'at nought'],
  ])(
    'dated %s by a clock that stands %s is kept, and the next correction wins',
    async (recordedAt) => {
      const made = await bench.create();
      const [first, wrong, last] = [randomUUID(), randomUUID(), randomUUID()];
      const put = async (id: string, change: object): Promise<number> =>
        (await bench.send('PUT', `/api/readings/${id}`, readingOf(made, change))).status;
      expect(await put(first, {})).toBe(200);
      const corrects = { corrects: first, reason: 'miscounted' };
      expect(await put(wrong, { ...corrects, outcome: counted(4), recordedAt })).toBe(200);
      expect(await put(last, { ...corrects, outcome: counted(9) })).toBe(200);
      const { body } = await bench.send('GET', `/api/investigations/${made.id}`);
      const [trial] = foldTrials(body.readings).trials;
      expect(trial!.current).toMatchObject({ id: last, outcome: { count: 9 } });
      expect(body.readings.find(({ id }: { id: string }) => id === wrong).recordedAt).toBe(
        recordedAt,
      );
    },
  );

  it('cannot be changed or deleted even in the database', async () => {
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made));
    for (const statement of [
      `UPDATE readings SET outcome = '{"kind": "count"}'`,
      'DELETE FROM readings',
      'TRUNCATE readings CASCADE',
      'UPDATE predictions SET value = 0',
    ]) {
      if (statement.includes('predictions')) {
        await bench.send('PUT', `/api/predictions/${randomUUID()}`, {
          groupId: made.plan.groups[0]!.id,
          levelId: made.plan.levels[0]!.id,
          seriesId: null,
          value: 1,
          words: null,
          actor: 'group',
          recordedAt: new Date().toISOString(),
        });
      }
      await expect(bench.sequelize.query(statement)).rejects.toThrow(/append-only/);
    }
  });

  it.each<[string, number, string, (m: Investigation) => unknown]>([
    ['of an unknown level', 404, 'NOT_FOUND', (m) => readingOf(m, { levelId: randomUUID() })],
    [
      'correcting nothing',
      404,
      'NOT_FOUND',
      (m) => readingOf(m, { corrects: randomUUID(), reason: 'x' }),
    ],
    [
      'with more stuck than lifted',
      422,
      'INVALID_INPUT',
      (m) => readingOf(m, { outcome: counted(7, { stuck: 8 }) }),
    ],
    ['without a count', 422, 'INVALID_INPUT', (m) => ({ ...readingOf(m), outcome: undefined })],
    ['with unknown keys', 422, 'INVALID_INPUT', (m) => ({ ...readingOf(m), pupil: 'x' })],
  ])('%s is refused', async (_what, status, code, body) => {
    const before = await bench.count('readings');
    const answer = await bench.send('PUT', `/api/readings/${randomUUID()}`, body(made));
    expect(answer.status).toBe(status);
    expect(answer.body.code).toBe(code);
    expect(await bench.count('readings')).toBe(before);
  });

  it('does not join a group and a level of different investigations', async () => {
    const other: Investigation = (
      await bench.send('POST', '/api/investigations', newInvestigation())
    ).body;
    const body = readingOf(made, { levelId: other.plan.levels[0]!.id });
    expect((await bench.send('PUT', `/api/readings/${randomUUID()}`, body)).status).toBe(404);
  });
});

describe('a prediction', () => {
  it('is stored once, and a later one is a new row', async () => {
    const at = {
      groupId: made.plan.groups[1]!.id,
      levelId: made.plan.levels[1]!.id,
      seriesId: null,
    };
    const id = randomUUID();
    const body = {
      ...at,
      value: 9,
      words: null,
      actor: 'group',
      recordedAt: '2026-10-07T09:00:00.000Z',
    };
    await bench.send('PUT', `/api/predictions/${id}`, body);
    await bench.send('PUT', `/api/predictions/${id}`, body);
    await bench.send('PUT', `/api/predictions/${randomUUID()}`, {
      ...body,
      value: 11,
      recordedAt: '2026-10-07T09:05:00.000Z',
    });
    const { body: whole } = await bench.send('GET', `/api/investigations/${made.id}`);
    const counts = whole.predictions
      .filter(
        (p: { groupId: string; levelId: string }) =>
          p.groupId === at.groupId && p.levelId === at.levelId,
      )
      .map((p: { value: number }) => p.value);
    expect(counts).toEqual([9, 11]);
  });
});
