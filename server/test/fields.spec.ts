import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fieldPictureFrom, newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { fieldPictures, type FieldPicture } from '@nab/core/experiments';
import { startBench, type Bench } from './harness.js';

let bench: Bench;
beforeAll(async () => {
  bench = await startBench();
});
afterAll(() => bench.app.close());

const ask = (design: unknown) => bench.send('POST', '/api/fields', { design });

describe('a field solved on the server', () => {
  it('is the one that the browser finds', { timeout: 60_000 }, async () => {
    const { status, body } = await ask(newDesign());
    expect(status).toBe(200);
    const remote = fieldPictureFrom(body);
    let local: FieldPicture | undefined;
    for (const picture of fieldPictures(toMagnetDesign(newDesign()))) local = picture;
    expect(remote.unknowns).toBe(local!.unknowns);
    expect(remote.raster.columns).toBe(local!.raster.columns);
    const most = Math.max(...local!.raster.axial.map(Math.abs));
    remote.raster.axial.forEach((b, k) => {
      if (Math.abs(b - local!.raster.axial[k]!) > 1e-4 * most) expect(b).toBe(k);
    });
  });

  it('has the fault’s code when the magnet cannot be solved', { timeout: 60_000 }, async () => {
    const design = newDesign();
    const pair = { ...design, core: { ...design.core, poles: 'two' as const } };
    const { status, body } = await ask(pair);
    expect(status).toBe(422);
    expect(body.code).toBe('FIELD_NOT_ROUND');
  });

  it('names the field that is wrong', async () => {
    const design = newDesign();
    const { status, body } = await ask({ ...design, core: { ...design.core, length: 'long' } });
    expect(status).toBe(422);
    expect(body.errors.map(({ path }: { path: string }) => path)).toContain('design.core.length');
  });

  it('is given up when the server is told to end, which does not wait for it', async () => {
    const asked = ask(newDesign());
    await sleep(50);
    await bench.app.close();
    const { status, body } = await asked;
    expect([status, body.code]).toEqual([503, 'UNAVAILABLE']);
  });
});
