import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { foldTrials, type Investigation, type InvestigationSummary } from '@nab/contract';
import { loadDemo } from '../src/demo/load.js';
import { startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

describe('the demo', () => {
  it('is added once and then left alone', async () => {
    expect(await loadDemo(bench.sequelize)).toBe(3);
    expect(await loadDemo(bench.sequelize)).toBe(0);
  });

  it('holds a finished, a half-finished and a planned investigation, all marked as invented', async () => {
    const { body } = await bench.send('GET', '/api/investigations');
    const list = body as InvestigationSummary[];
    expect(list.every((item) => item.demo)).toBe(true);
    const shares = list
      .map((item) => item.trials / (item.levels * item.groups * item.repeats))
      .sort();
    expect(shares[0]).toBe(0);
    expect(shares[1]).toBeGreaterThan(0.3);
    expect(shares[1]).toBeLessThan(0.7);
    expect(shares[2]).toBeGreaterThan(0.9);
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
