import { newDesign } from '@nab/contract/experiments';
import type { Investigation } from '@nab/contract/lesson';
import { examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { benchDatabase, type OutgoingRecord } from './bench-database';

const record = (n: number, at: number): OutgoingRecord => ({
  id: idOf(n),
  kind: 'readings',
  investigationId: idOf(300),
  body: { count: n },
  at,
});
const investigation: Investigation = {
  id: idOf(300),
  version: 2,
  demo: false,
  rehearsalOf: null,
  polls: [],
  asOf: '0',
  plan: examplePlan(),
  design: { id: idOf(301), version: 1, design: newDesign() },
  predictions: [],
  readings: [exampleReading()],
};

beforeEach(async () => {
  await Promise.all([benchDatabase.outgoing.clear(), benchDatabase.snapshots.clear()]);
});

describe('what this browser keeps', () => {
  it('gives records back in the order of typing', async () => {
    for (const [n, at] of [
      [1, 30],
      [2, 10],
      [3, 20],
    ] as const) {
      await benchDatabase.outgoing.add(record(n, at));
    }
    const kept = await benchDatabase.outgoing.orderBy('at').toArray();
    expect(kept.map(({ id }) => id)).toEqual([idOf(2), idOf(3), idOf(1)]);
  });

  it('takes no second record of one id', async () => {
    await benchDatabase.outgoing.add(record(1, 1));
    await expect(benchDatabase.outgoing.add(record(1, 2))).rejects.toThrow();
    expect(await benchDatabase.outgoing.count()).toBe(1);
  });

  it('remembers an investigation as it was last seen, readings and all', async () => {
    await benchDatabase.snapshots.put(investigation);
    await benchDatabase.snapshots.put({ ...investigation, version: 3 });
    expect(await benchDatabase.snapshots.get(idOf(300))).toEqual({ ...investigation, version: 3 });
    expect(await benchDatabase.snapshots.count()).toBe(1);
  });
});
