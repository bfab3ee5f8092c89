import { randomUUID } from 'node:crypto';
import { USUAL_LESSON, type Investigation, type SchoolClass } from '@nab/contract/lesson';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newInvestigation, readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
let made: Investigation;
let rehearsal: Investigation;
beforeAll(async () => {
  bench = await startBench();
  made = await bench.create();
  const wanted = { ...newInvestigation({ title: 'Rehearsal' }), rehearsalOf: made.id };
  rehearsal = (await bench.send('POST', '/api/investigations', wanted)).body as Investigation;
});
afterAll(() => bench.app.close());

const put = (of: Investigation, actor: 'group' | 'rehearsal') =>
  bench.send('PUT', `/api/readings/${randomUUID()}`, readingOf(of, { actor }));

describe('a rehearsal', () => {
  it('says what it rehearses, alone and in the list', async () => {
    expect(rehearsal.rehearsalOf).toBe(made.id);
    expect(made.rehearsalOf).toBeNull();
    const { body } = await bench.send('GET', '/api/investigations');
    const found = (body as { id: string; rehearsalOf: string | null }[]).map(
      ({ id, rehearsalOf }) => [id, rehearsalOf],
    );
    expect(Object.fromEntries(found)).toEqual({ [made.id]: null, [rehearsal.id]: made.id });
  });

  it('of nothing is refused', async () => {
    const wanted = { ...newInvestigation(), rehearsalOf: randomUUID() };
    expect((await bench.send('POST', '/api/investigations', wanted)).status).toBe(404);
  });

  it('takes rehearsed readings only, and nothing rehearsed gets among what was measured', async () => {
    expect((await put(rehearsal, 'rehearsal')).status).toBe(200);
    expect((await put(made, 'group')).status).toBe(200);
    for (const answer of [await put(rehearsal, 'group'), await put(made, 'rehearsal')]) {
      expect(answer.status).toBe(422);
      expect(answer.body.errors[0].path).toBe('actor');
    }
  });

  it('has a class that is offered to nobody, and risk notes that are no school’s', async () => {
    const { body } = await bench.send('GET', '/api/classes');
    expect((body as SchoolClass[]).map(({ id }) => id)).toEqual([made.plan.class.id]);
    const { plan, version } = rehearsal;
    const risks = [{ hazard: 'Hot coil', who: '', action: 'Switch off.' }];
    const lesson = { ...USUAL_LESSON, risks };
    const update = { version, plan: { ...plan, lesson }, actor: 'educator' };
    const changed = await bench.send('PUT', `/api/investigations/${rehearsal.id}`, update);
    expect(changed.status).toBe(200);
    expect((await bench.send('GET', '/api/risk-notes')).body).toEqual([]);
  });
});
