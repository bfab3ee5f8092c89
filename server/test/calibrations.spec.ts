import { randomUUID } from 'node:crypto';
import { afterAll, beforeEach, describe, expect, it } from 'vitest';
import { newDesign } from '@nab/contract/experiments';
import type { Investigation } from '@nab/contract/lesson';
import { counted } from '@nab/contract/testing';
import { readingOf, startBench, type Bench } from './harness.js';

let bench: Bench;
beforeEach(async () => {
  if (bench) await bench.app.close();
  bench = await startBench();
});
afterAll(() => bench.app.close());

/** A class that read twice what was predicted: 12 trials of two groups. */
async function ran(made: Investigation, times = 2): Promise<void> {
  for (const [i, level] of made.plan.levels.entries()) {
    for (const group of made.plan.groups) {
      for (let k = 0; k < 2; k++) {
        const value = 10 + 5 * i;
        await bench.send(
          'PUT',
          `/api/readings/${randomUUID()}`,
          readingOf(made, {
            levelId: level.id,
            groupId: group.id,
            outcome: counted(Math.round(times * value)),
            model: { value, low: value / 2, high: value * 2 },
          }),
        );
      }
    }
  }
}
const teach = (of: Investigation, method: 'PUT' | 'DELETE' = 'PUT') =>
  bench.send(method, `/api/investigations/${of.id}/calibration`);
const read = async ({ id }: Investigation): Promise<Investigation> =>
  (await bench.send('GET', `/api/investigations/${id}`)).body as Investigation;

describe('what a class teaches', () => {
  it('is kept for the next lesson, and counted there as a factor that is less sure than its own', async () => {
    const first = await bench.create();
    await ran(first);
    expect((await read(first)).teaching).toBeNull();
    expect((await teach(first)).status).toBe(204);
    const { teaching, learnt } = await read(first);
    expect(learnt).toBeNull();
    expect(teaching!.trials).toBe(12);
    expect(teaching!.factor).toBeGreaterThan(1.9);
    expect(teaching!.factor).toBeLessThan(2.1);
    const next = await read(await bench.create());
    expect(next.learnt).toEqual(teaching!.next);
    expect(next.learnt!.classes).toBe(1);
    // Drawn toward the model, as three quarters of what classes differ by are shared.
    expect(next.learnt!.factor).toBeGreaterThan(1.5);
    expect(next.learnt!.factor).toBeLessThan(teaching!.factor);
    expect(next.learnt!.narrower).toBeLessThan(0.8);
    expect(next.learnt!.low).toBeLessThan(next.learnt!.factor);
  });

  it('is kept once by two who press at the same moment, again and again', async () => {
    const first = await bench.create();
    await ran(first);
    for (let round = 0; round < 5; round++) {
      const answers = await Promise.all([teach(first), teach(first), teach(first)]);
      expect(answers.map(({ status }) => status)).toEqual([204, 204, 204]);
    }
    expect(await bench.count('teachings')).toBe(1);
  });

  it('says less of other objects and of another way to lift them, and nothing of other quantities', async () => {
    const first = await bench.create();
    await ran(first);
    await teach(first);
    const factorOf = async (load: object): Promise<number> => {
      const design = newDesign();
      const made = await bench.createOf({ ...design, load: { ...design.load, ...load } }, {});
      return (await read(made)).learnt!.factor;
    };
    const same = await factorOf({});
    const gathered = await factorOf({ method: 'gather' });
    const other = await factorOf({ object: 'washer' });
    expect(same).toBeGreaterThan(gathered);
    expect(gathered).toBeGreaterThan(other);
    const probe = await bench.createOf(newDesign(), { measure: 'flux-density' });
    expect((await read(probe)).learnt ?? null).toBeNull();
  });

  it('leaves predictions as they were where a lesson has begun', async () => {
    const [first, begun] = [await bench.create(), await bench.create()];
    await ran(first);
    await ran(begun, 1);
    await teach(first);
    expect((await read(begun)).learnt).toBeNull();
  });

  it('adds up without counting twice what was learnt before', async () => {
    const first = await bench.create();
    await ran(first);
    await teach(first);
    const second = await read(await bench.create());
    const { factor } = second.learnt!;
    // Its predictions are already higher; it reads as they say: twice the model again.
    await ran(second, 1);
    await teach(second);
    const { teaching } = await read(second);
    expect(teaching!.factor / factor).toBeCloseTo(1, 1);
    expect(teaching!.next.classes).toBe(2);
  });

  it('is forgotten, one class or all, and a deleted investigation teaches nothing', async () => {
    const classes = [await bench.create(), await bench.create()];
    for (const one of classes) {
      await ran(one);
      await teach(one);
    }
    const next = await bench.create();
    const count = async (): Promise<number> => (await read(next)).learnt?.classes ?? 0;
    expect(await count()).toBe(2);
    await bench.send('PUT', `/api/investigations/${classes[0]!.id}/place`, { place: 'deleted' });
    expect(await count()).toBe(1);
    await bench.send('PUT', `/api/investigations/${classes[0]!.id}/place`, { place: 'open' });
    expect((await teach(classes[0]!, 'DELETE')).status).toBe(204);
    expect(await count()).toBe(1);
    expect((await bench.send('DELETE', '/api/calibrations')).status).toBe(204);
    expect(await count()).toBe(0);
    expect((await read(classes[1]!)).readings).toHaveLength(12);
  });

  it('changes the mark of what was read before', async () => {
    const [first, next] = [await bench.create(), await bench.create()];
    const markOf = async () =>
      (await bench.send('GET', `/api/investigations/${next.id}`)).headers['etag'];
    const before = await markOf();
    await ran(first);
    await teach(first);
    expect(await markOf()).not.toBe(before);
  });

  it('is refused where nothing was read, or nobody read it', async () => {
    const made = await bench.create();
    const none = await teach(made);
    expect([none.status, none.body.errors[0].path]).toEqual([422, 'readings']);
    const lost = { ...made, id: randomUUID() };
    expect((await teach(lost)).status).toBe(404);
  });
});
