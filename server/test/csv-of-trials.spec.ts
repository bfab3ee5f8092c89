import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newDesign, newShell } from '@nab/contract/experiments';
import type { Investigation } from '@nab/contract/lesson';
import { counted } from '@nab/contract/testing';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

describe('the CSV of the trials', () => {
  const csvOf = async (made: Investigation) => {
    const { status, text } = await bench.send('GET', `/api/investigations/${made.id}/trials.csv`);
    const [head = '', ...rows] = text.replace('\uFEFF', '').trim().split('\r\n');
    return {
      status,
      text,
      head: head.split(',').map((name) => name.replace(/ \(.*\)$/, '')),
      rows,
    };
  };

  it('has a row a trial, units in columns of their own, originals and withdrawals', async () => {
    const made = await bench.create();
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
    const made = await bench.createOf(newShell(), {
      experiment: 'shell-magnet',
      factor: 'gap',
      measure: 'load-held',
      levels: ['0.1 mm', '2 sheets'].map((value) => ({ id: randomUUID(), value })),
    });
    const seen = await bench.createOf(newDesign(), { measure: 'sentence' });
    await bench.send(
      'PUT',
      `/api/readings/${randomUUID()}`,
      readingOf(seen, { outcome: { kind: 'words', text: 'It let go.', verdict: 'partly' } }),
    );
    expect((await csvOf(seen)).rows[0]).toContain('It let go.,partly');
    const outcome = { kind: 'interval', held: 2, dropped: 2.5, typed: '2 kg / 2.5 kg' } as const;
    await bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(made, { outcome }));
    const { head, rows } = await csvOf(made);
    const cells = Object.fromEntries(rows[0]!.split(',').map((cell, i) => [head[i], cell]));
    expect(cells).toMatchObject({ held: '2', dropped: '2.5', reading_unit: 'kg', level: '0.1 mm' });
  });
});
