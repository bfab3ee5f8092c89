import '@angular/compiler';
import {
  createEnvironmentInjector,
  runInInjectionContext,
  type EnvironmentInjector,
} from '@angular/core';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { problem } from '@nab/contract/problem';
import type { ReadingBody } from '@nab/contract/lesson';
import { counted, exampleReading } from '@nab/contract/testing';
import { benchDatabase } from './bench-database';
import { NotKept, Outbox, type Delivery } from './outbox';
import { Server, ServerAway, ServerFault, ServerRefusal } from '../server';
import { queueFile } from './queue-file';

const reading = (count: number): ReadingBody => exampleReading({ outcome: counted(count) });
const countIn = ({ outcome }: ReadingBody): number =>
  outcome.kind === 'count' ? outcome.count : NaN;

let injector: EnvironmentInjector;

/** An outbox whose server answers as told; `sent` lists what reached it. */
function outboxWith(answer: (body: ReadingBody) => Observable<unknown>) {
  const sent: { path: string; count: number }[] = [];
  const server = {
    put: (path: string, body: ReadingBody) => {
      sent.push({ path, count: countIn(body) });
      return answer(body);
    },
  };
  // The outbox listens for the browser's own "online"; here there is none.
  vi.stubGlobal('window', new EventTarget());
  injector = createEnvironmentInjector(
    [{ provide: Server, useValue: server }],
    null as unknown as EnvironmentInjector,
  );
  const outbox = runInInjectionContext(injector, () => new Outbox());
  const delivered: Delivery[] = [];
  outbox.delivered.subscribe((delivery) => delivered.push(delivery));
  return { outbox, sent, delivered };
}

// An outbox left over would go on delivering for the next test.
afterEach(() => {
  injector.destroy();
  vi.restoreAllMocks();
});
beforeEach(async () => {
  await benchDatabase.outgoing.clear();
});

describe('the outbox', () => {
  it('keeps the order of typing though the tablet’s clock is set back a day', async () => {
    const { outbox, sent, delivered } = outboxWith((body) =>
      online ? of(body) : throwError(() => new ServerAway('gone')),
    );
    let online = false;
    const now = vi.spyOn(Date, 'now');
    const noon = Date.parse('2026-11-30T12:00:00Z');
    now.mockReturnValue(noon);
    const original = await outbox.addReading('x', reading(21));
    now.mockReturnValue(noon - 86_400_000);
    await outbox.addReading('x', { ...reading(22), corrects: original, reason: 'miscounted' });
    now.mockRestore();
    online = true;
    sent.length = 0;
    await vi.waitFor(() => expect(delivered).toHaveLength(2), { timeout: 8000 });
    expect(sent.map(({ count }) => count)).toEqual([21, 22]);
  });

  it('holds a correction back while what it corrects has not arrived', async () => {
    let stumbles = true;
    const { outbox, sent, delivered } = outboxWith((body) =>
      countIn(body) === 21 && stumbles
        ? throwError(() => new ServerFault(problem('INTERNAL')))
        : of(body),
    );
    const original = await outbox.addReading('x', reading(21));
    await outbox.addReading('x', { ...reading(22), corrects: original, reason: 'miscounted' });
    await outbox.addReading('x', reading(5));
    await vi.waitFor(() => expect(delivered).toHaveLength(1));
    expect(sent.map(({ count }) => count)).not.toContain(22);
    stumbles = false;
    await vi.waitFor(() => expect(delivered).toHaveLength(3), { timeout: 8000 });
    expect(delivered.map(({ record }) => countIn(record as never))).toEqual([5, 21, 22]);
  });

  it('delivers in the order of typing and then forgets', async () => {
    const { outbox, sent, delivered } = outboxWith((body) => of(body));
    for (const count of [1, 2, 3]) await outbox.addReading('x', reading(count));
    await vi.waitFor(() => expect(delivered).toHaveLength(3));
    expect(sent.map(({ count }) => count)).toEqual([1, 2, 3]);
    expect(new Set(sent.map(({ path }) => path)).size).toBe(3);
    await vi.waitFor(async () => expect(await benchDatabase.outgoing.count()).toBe(0));
  });

  it('counts a record as on its way from the moment it is kept', async () => {
    const { outbox } = outboxWith(() => throwError(() => new ServerAway('gone')));
    const id = await outbox.addReading('x', reading(2));
    expect(outbox.pending().map((record) => record.id)).toEqual([id]);
  });

  it('keeps everything while the server is away and sends it under the same id', async () => {
    let away = true;
    const { outbox, sent, delivered } = outboxWith((body) =>
      away ? throwError(() => new ServerAway('gone')) : of(body),
    );
    await outbox.addReading('x', reading(7));
    await vi.waitFor(() => expect(outbox.away()).toBe(true));
    expect(await benchDatabase.outgoing.count()).toBe(1);
    expect(delivered).toEqual([]);
    away = false;
    await vi.waitFor(() => expect(delivered).toHaveLength(1), { timeout: 8000 });
    expect(new Set(sent.map(({ path }) => path)).size).toBe(1);
  });

  it('keeps what is refused, with the reason, lets the rest pass, and tries again when told', async () => {
    let strict = true;
    const { outbox, delivered } = outboxWith((body) =>
      strict && countIn(body) === 13
        ? throwError(() => new ServerRefusal(problem('NOT_FOUND', { detail: 'No such level.' })))
        : of(body),
    );
    const id = await outbox.addReading('x', reading(13));
    await outbox.addReading('x', reading(4));
    await vi.waitFor(() => expect(delivered).toHaveLength(1));
    await vi.waitFor(async () =>
      expect((await benchDatabase.outgoing.get(id))?.refusal).toBe('No such level.'),
    );
    strict = false;
    await outbox.retry(id);
    await vi.waitFor(() => expect(delivered).toHaveLength(2));
  });

  it('lets the rest pass where the server stumbles over one, and tries that one again', async () => {
    let broken = true;
    const { outbox, delivered } = outboxWith((body) =>
      broken && countIn(body) === 13
        ? throwError(() => new ServerFault(problem('INTERNAL')))
        : of(body),
    );
    await outbox.addReading('x', reading(13));
    await outbox.addReading('x', reading(4));
    await vi.waitFor(() =>
      expect(delivered.map(({ record }) => record)).toMatchObject([reading(4)]),
    );
    await vi.waitFor(() => expect(outbox.away()).toBe(true));
    expect(outbox.pending()).toHaveLength(1);
    broken = false;
    await vi.waitFor(() => expect(delivered).toHaveLength(2), { timeout: 8000 });
  });

  it('hands to the educator what has no place, and waits for it no longer', async () => {
    const why = 'Its level is gone.';
    const { outbox, sent, delivered } = outboxWith((body) =>
      countIn(body) === 13 ? of({ stray: true, why }) : of(body),
    );
    await outbox.addReading('x', reading(13));
    await outbox.addReading('x', reading(4));
    await vi.waitFor(() => expect(delivered).toHaveLength(1));
    expect(sent[0]!.path).toMatch(/\?of=x$/);
    expect(outbox.unplaced()).toEqual([{ stray: true, why }]);
    await vi.waitFor(async () => expect(await benchDatabase.outgoing.count()).toBe(0));
  });

  it('keeps everything of a tablet that was let go until it has joined again', async () => {
    let known = false;
    const { outbox, delivered } = outboxWith((body) =>
      known ? of(body) : throwError(() => new ServerRefusal(problem('SIGN_IN'))),
    );
    const id = await outbox.addReading('x', reading(6));
    await vi.waitFor(() => expect(outbox.signedOut()).toBe(true));
    expect((await benchDatabase.outgoing.get(id))?.refusal).toBeUndefined();
    known = true;
    await vi.waitFor(() => expect(delivered).toHaveLength(1), { timeout: 8000 });
    expect(outbox.signedOut()).toBe(false);
  });

  it('can be carried away as a file', async () => {
    const { outbox } = outboxWith(() => throwError(() => new ServerAway('gone')));
    const id = await outbox.addReading('x', reading(6));
    const file = JSON.parse(queueFile(outbox.pending())) as { records: object[] };
    expect(file.records).toMatchObject([{ id, investigationId: 'x', body: reading(6) }]);
  });

  it('is saving from the very moment a record is typed until it is kept', async () => {
    const { outbox } = outboxWith((body) => of(body));
    expect(outbox.saving()).toBe(false);
    const kept = outbox.addReading('x', reading(5));
    expect(outbox.saving()).toBe(true);
    await kept;
    expect(outbox.saving()).toBe(false);
  });

  describe('in a browser that refuses to keep anything', () => {
    const refuseStorage = (): void => {
      vi.spyOn(benchDatabase.outgoing, 'add').mockRejectedValue(new Error('storage is forbidden'));
    };

    it('counts a record as kept only once the server has it', async () => {
      refuseStorage();
      const { outbox, sent, delivered } = outboxWith((body) => of(body));
      await outbox.addReading('x', reading(5));
      expect(sent.map(({ count }) => count)).toEqual([5]);
      expect(delivered).toHaveLength(1);
    });

    it('is saving until the server has it', async () => {
      refuseStorage();
      const answer = new Subject<object>();
      const { outbox } = outboxWith(() => answer);
      const kept = outbox.addReading('x', reading(5));
      await vi.waitFor(() => expect(outbox.storage()).toBe('nothing'));
      expect(outbox.saving()).toBe(true);
      answer.next(reading(5));
      await kept;
      expect(outbox.saving()).toBe(false);
    });

    it('says so when neither has it', async () => {
      refuseStorage();
      const { outbox, delivered } = outboxWith(() => throwError(() => new ServerAway('gone')));
      await expect(outbox.addReading('x', reading(5))).rejects.toThrow(NotKept);
      expect(outbox.unsaved()).not.toBeNull();
      expect(outbox.saving()).toBe(false);
      expect(outbox.storage()).toBe('nothing');
      expect(delivered).toEqual([]);
    });

    it('passes on why the server refused', async () => {
      refuseStorage();
      const refusal = new ServerRefusal(problem('NOT_FOUND', { detail: 'No such level.' }));
      const { outbox } = outboxWith(() => throwError(() => refusal));
      await expect(outbox.addReading('x', reading(5))).rejects.toThrow('No such level.');
    });
  });
});
