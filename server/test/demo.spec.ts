import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { casesOf } from '@nab/core/lesson';
import {
  cameOf,
  foldTrials,
  planSchema,
  readingSchema,
  sentOf,
  toLessonPlan,
  votesOf,
  type Investigation,
  type InvestigationSummary,
} from '@nab/contract/lesson';
import { check } from '@nab/contract/problem';
import { DEMO_PLANS } from '../src/transfer/demo/investigations.js';
import { loadDemo } from '../src/transfer/demo/load.js';
import { startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

describe('the demo', () => {
  it('is added once and then left alone', async () => {
    expect(await loadDemo(bench.sequelize)).toBe(DEMO_PLANS.length);
    expect(await loadDemo(bench.sequelize)).toBe(0);
  });

  it('holds a finished, a half-finished and a planned investigation, all marked as invented', async () => {
    const { body } = await bench.send('GET', '/api/investigations');
    const list = body as InvestigationSummary[];
    expect(list.every((item) => item.demo)).toBe(true);
    const shares = list.map((item) => item.trials / (item.levels * item.groups * item.repeats));
    expect(shares.some((share) => share === 0)).toBe(true);
    expect(shares.some((share) => share > 0.3 && share < 0.7)).toBe(true);
    expect(shares.filter((share) => share > 0.9).length).toBeGreaterThan(3);
  });

  it('shows five factors and four measures, each with readings that fit', async () => {
    const { body } = await bench.send('GET', '/api/investigations');
    const list = body as InvestigationSummary[];
    expect(new Set(list.map(({ factor }) => factor)).size).toBeGreaterThanOrEqual(5);
    expect(new Set(list.map(({ measure }) => measure)).size).toBeGreaterThanOrEqual(4);
    for (const { id, title } of list) {
      const whole: Investigation = (await bench.send('GET', `/api/investigations/${id}`)).body;
      expect(check(planSchema, whole.plan), title).toMatchObject({ ok: true });
      for (const reading of whole.readings.map(sentOf)) {
        expect(check(readingSchema, reading), title).toMatchObject({ ok: true });
      }
      const lesson = toLessonPlan(whole.plan, whole.design.design);
      expect(casesOf(lesson).map(({ fault }) => fault)).toEqual(casesOf(lesson).map(() => null));
    }
  });

  it('has votes of an audience, each closed before what came of it', async () => {
    const { body: list } = await bench.send('GET', '/api/investigations');
    const { id } = (list as InvestigationSummary[]).find(
      ({ measure }) => measure === 'fewest-cells',
    )!;
    const whole = (await bench.send('GET', `/api/investigations/${id}`)).body as Investigation;
    const { trials } = foldTrials(whole.readings);
    expect(whole.polls.length).toBeGreaterThan(1);
    for (const poll of whole.polls) {
      expect(votesOf(poll).reduce((a, b) => a + b, 0)).toBe(34);
      expect(cameOf(poll, trials)).not.toBeNull();
    }
  });

  it('has a corrected and a withdrawn trial to look at', async () => {
    const { body: list } = await bench.send('GET', '/api/investigations');
    const full = (list as InvestigationSummary[]).reduce((p, q) => (q.trials > p.trials ? q : p));
    const { body } = await bench.send('GET', `/api/investigations/${full.id}`);
    const folded = foldTrials((body as Investigation).readings);
    expect(folded.withdrawn).toHaveLength(1);
    expect(folded.trials.some((trial) => trial.history.length > 1)).toBe(true);
  });
});
