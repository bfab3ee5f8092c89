import { provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { newDesign } from '@nab/contract/experiments';
import type { FieldRaster } from '@nab/core/fem';
import { expose } from 'comlink';
import { lastValueFrom } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { FieldService, withoutCore, type FieldNews } from './field-service';

/** Through the worker's channel, so it comes back later. */
type Tell = (message: FieldNews) => Promise<void>;
interface Asked {
  readonly core: string;
  readonly tell: Tell;
  readonly done: () => void;
}

/** What the workers were asked, which are answered by hand. */
let asked: Asked[];
let ended: number;

beforeEach(() => {
  asked = [];
  ended = 0;
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        const { port1, port2 } = new MessageChannel();
        const work = {
          pictures: (design: { core: { shape: string } }, tell: Tell) =>
            new Promise<void>((done) => asked.push({ core: design.core.shape, tell, done })),
        };
        expose(work, port2);
        port1.start();
        return Object.assign(port1, {
          terminate: () => {
            ended++;
            port2.close();
          },
        });
      }
    },
  );
  TestBed.configureTestingModule({ providers: [provideHttpClient()] });
});

const questions = (count: number): Promise<void> =>
  vi.waitFor(() => expect(asked.length).toBe(count));
const step: FieldNews = { kind: 'step', iteration: 3 };

const raster: FieldRaster = {
  columns: 1,
  rows: 1,
  width: 0.02,
  low: 0,
  high: 0.04,
  radial: Float32Array.of(0),
  axial: Float32Array.of(0),
  flux: Float64Array.of(0),
};
const pictureOf = (error: number): FieldNews => ({
  kind: 'picture',
  picture: { tier: 2, error, unknowns: 9, iterations: 5, settled: true, raster },
  seconds: 0,
});

describe('the pictures of a field', () => {
  const document = newDesign();

  it('that were made ahead are there at once, with the core and without', async () => {
    const service = TestBed.inject(FieldService);
    service.prefetchSolve(document);
    await questions(2);
    expect(asked.map(({ core }) => core === 'none')).toEqual([false, true]);
    for (const { tell, done } of asked) {
      await tell(step);
      done();
    }
    for (const one of [document, withoutCore(document)]) {
      await lastValueFrom(service.pictures(one, 'device'));
      const heard: string[] = [];
      service
        .pictures(one, 'device')
        .subscribe({ next: ({ kind }) => heard.push(kind), complete: () => heard.push('end') });
      expect(heard).toEqual(['step', 'end']);
    }
    expect(asked.length).toBe(2);
    expect(ended).toBe(0);
  });

  it('that are made ahead are told, the last of each, and which it is of', async () => {
    const service = TestBed.inject(FieldService);
    const told: [number, boolean][] = [];
    service.prefetchSolve(document, ({ error }, of) => told.push([error!, of === document]));
    await questions(2);
    // The coil without its core is done first.
    for (const [k, { tell, done }] of [...asked.entries()].reverse()) {
      for (const error of [0.5, 0.01]) await tell(pictureOf(k + error));
      done();
      await vi.waitFor(() => expect(told.length).toBe(2 - k));
    }
    expect(told).toEqual([
      [1.01, false],
      [0.01, true],
    ]);
  });

  it('of a coil without a core are asked for once, and are of itself', async () => {
    const service = TestBed.inject(FieldService);
    const coil = withoutCore(document);
    const told: boolean[] = [];
    service.prefetchSolve(coil, (_picture, of) => told.push(of === coil));
    await questions(1);
    await asked[0]!.tell(pictureOf(0.01));
    asked[0]!.done();
    await vi.waitFor(() => expect(told).toEqual([true]));
    expect(asked.length).toBe(1);
  });

  it('that are on their way are waited for, and given up with who waits', async () => {
    const service = TestBed.inject(FieldService);
    service.prefetchSolve(document);
    await questions(2);
    const heard: FieldNews[] = [];
    const page = service.pictures(document, 'device').subscribe((news) => heard.push(news));
    await asked[0]!.tell(step);
    expect(heard).toEqual([step]);
    expect(ended).toBe(0);
    page.unsubscribe();
    expect(ended).toBe(1);
    // The bare coil is still wanted; the magnet, looked at again, is begun anew.
    service.prefetchSolve(document);
    await questions(4);
  });

  it('that are joined outlast another that is given up', async () => {
    const service = TestBed.inject(FieldService);
    service.prefetchSolve(document);
    const other = { ...document, winding: { ...document.winding, turns: 77 } };
    const first = service.pictures(other, 'device').subscribe();
    await questions(3);
    const heard: FieldNews[] = [];
    service.pictures(document, 'device').subscribe((news) => heard.push(news));
    // As a page does that begins with one magnet and then reads that it is to show another.
    first.unsubscribe();
    await questions(5);
    for (const { tell } of asked.slice(3)) await tell(step);
    expect(heard).toEqual([step]);
  });

  it('of a magnet that is no longer looked at are not made', async () => {
    const service = TestBed.inject(FieldService);
    service.prefetchSolve(document);
    await questions(2);
    service.prefetchSolve({ ...document, winding: { ...document.winding, turns: 7 } });
    expect(ended).toBe(1);
    await questions(4);
  });

  it('of a coil whose core is taken out while both are made are begun anew with it', async () => {
    const service = TestBed.inject(FieldService);
    service.prefetchSolve(document);
    await questions(2);
    // The same as the bare coil beside the core, whose worker ends with that of the core.
    service.prefetchSolve(withoutCore(document));
    await questions(3);
    expect(asked[2]!.core).toBe('none');
    expect(ended).toBe(1);
  });
});
