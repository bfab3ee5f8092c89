import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newShelfItem, type VersionedShelfItem } from '@nab/contract/shelf';
import { loadDemo } from '../src/transfer/demo/load.js';
import { startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

const nails = { ...newShelfItem('core'), name: 'Round nails' };

async function put(item: unknown = nails, id: string = randomUUID(), version = 0) {
  return { id, ...(await bench.send('PUT', `/api/shelf/${id}`, { version, item })) };
}
const shelf = async (): Promise<VersionedShelfItem[]> =>
  (await bench.send('GET', '/api/shelf')).body;

describe('the shelf', () => {
  it('keeps what is put on it', async () => {
    const { id, status, body } = await put();
    expect(status).toBe(200);
    expect(body).toEqual({ id, version: 1, demo: false, item: nails });
    expect((await shelf()).find((entry) => entry.id === id)).toEqual(body);
  });

  it('takes a change against the version that was read', async () => {
    const { id } = await put();
    const fewer = { ...nails, core: { ...nails.core!, count: 3 } };
    expect((await put(fewer, id, 1)).body.version).toBe(2);
    const stale = await put({ ...nails, name: 'Other nails' }, id, 1);
    expect(stale.status).toBe(409);
    expect(stale.body).toMatchObject({ code: 'STALE_VERSION', current: { item: fewer } });
  });

  it('holds a thing once when the request is repeated', async () => {
    const { id } = await put();
    expect((await put(nails, id)).body.version).toBe(1);
  });

  it('gives up what is taken off, and takes it back when it is asked to', async () => {
    const { id } = await put();
    expect((await bench.send('DELETE', `/api/shelf/${id}`)).status).toBe(204);
    expect((await shelf()).some((entry) => entry.id === id)).toBe(false);
    expect((await bench.send('DELETE', `/api/shelf/${id}`)).status).toBe(404);
    const back = { version: 0, item: nails, putBack: true };
    expect((await bench.send('PUT', `/api/shelf/${id}`, back)).status).toBe(200);
    expect((await shelf()).some((entry) => entry.id === id)).toBe(true);
  });

  it('does not get back what was taken off by a write that was under way', async () => {
    const { id } = await put();
    await bench.send('DELETE', `/api/shelf/${id}`);
    for (const version of [0, 1]) {
      const late = await put({ ...nails, name: 'Late nails' }, id, version);
      expect([late.status, late.body.code]).toEqual([410, 'REMOVED']);
    }
    expect((await put(nails, randomUUID(), 3)).status).toBe(410);
    expect((await shelf()).some((entry) => entry.id === id)).toBe(false);
  });

  it.each([
    ['nameless', { ...nails, name: ' ' }, 'name'],
    ['without the part of its kind', { ...nails, core: undefined }, 'core'],
    ['with the part of another kind', { ...nails, cell: newShelfItem('cell').cell }, 'cell'],
    [
      'with a length that is none',
      { ...nails, core: { ...nails.core!, length: 'long' } },
      'core.length',
    ],
    ['with a key that is unknown', { ...nails, price: 3 }, ''],
    [
      'a cell that is not made',
      { ...newShelfItem('cell'), name: 'x', cell: { chemistry: 'nimh', size: '9V', count: 1 } },
      'cell.size',
    ],
  ])('refuses a thing that is %s, beside its field', async (_what, item, path) => {
    const { status, body } = await put(item);
    expect(status).toBe(422);
    expect(body.errors.map((error: { path: string }) => error.path)).toContain(
      `item${path ? `.${path}` : ''}`,
    );
  });

  it('of the demo is filled once, and what was taken off stays off', async () => {
    await loadDemo(bench.sequelize);
    const demo = (await shelf()).filter((entry) => entry.demo);
    expect(new Set(demo.map(({ item }) => item.kind))).toEqual(
      new Set(['core', 'reel', 'cell', 'object']),
    );
    await bench.send('DELETE', `/api/shelf/${demo[0]!.id}`);
    await loadDemo(bench.sequelize);
    expect((await shelf()).filter((entry) => entry.demo)).toHaveLength(demo.length - 1);
  });
});
