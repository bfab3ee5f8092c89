import 'fake-indexeddb/auto';
import '@angular/compiler';
import {
  createEnvironmentInjector,
  runInInjectionContext,
  type EnvironmentInjector,
} from '@angular/core';
import { of, throwError, type Observable } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { problem, type ReadingBody } from '@nab/contract';
import { benchStore } from './bench-store';
import { Outbox, type Delivery } from './outbox';
import { ServerAway, ServerRefusal } from './outcomes';
import { Server } from './server';

const reading = (count: number): ReadingBody => ({
  groupId: '00000000-0000-4000-8000-000000000001',
  levelId: '00000000-0000-4000-8000-000000000002',
  offCount: 0,
  count,
  stuckCount: 0,
  onTime_s: null,
  note: '',
  recordedAt: '2026-10-07T09:40:00.000Z',
  corrects: null,
  reason: null,
  withdrawn: false,
});

let injector: EnvironmentInjector;

/** An outbox whose server answers as told; `sent` lists what reached it. */
function outboxWith(answer: (body: ReadingBody) => Observable<unknown>) {
  const sent: { path: string; count: number }[] = [];
  const server = {
    put: (path: string, body: ReadingBody) => {
      sent.push({ path, count: body.count });
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
afterEach(() => injector.destroy());
beforeEach(async () => {
  await benchStore.outgoing.clear();
});

describe('the outbox', () => {
  it('delivers in the order of typing and then forgets', async () => {
    const { outbox, sent, delivered } = outboxWith((body) => of(body));
    for (const count of [1, 2, 3]) await outbox.addReading('x', reading(count));
    await vi.waitFor(() => expect(delivered).toHaveLength(3));
    expect(sent.map(({ count }) => count)).toEqual([1, 2, 3]);
    expect(new Set(sent.map(({ path }) => path)).size).toBe(3);
    await vi.waitFor(async () => expect(await benchStore.outgoing.count()).toBe(0));
  });

  it('keeps everything while the server is away and sends it under the same id', async () => {
    let away = true;
    const { outbox, sent, delivered } = outboxWith((body) =>
      away ? throwError(() => new ServerAway('gone')) : of(body),
    );
    await outbox.addReading('x', reading(7));
    await vi.waitFor(() => expect(outbox.away()).toBe(true));
    expect(await benchStore.outgoing.count()).toBe(1);
    expect(delivered).toEqual([]);
    away = false;
    await vi.waitFor(() => expect(delivered).toHaveLength(1), { timeout: 8000 });
    expect(new Set(sent.map(({ path }) => path)).size).toBe(1);
  });

  it('keeps what is refused, with the reason, lets the rest pass, and tries again when told', async () => {
    let strict = true;
    const { outbox, delivered } = outboxWith((body) =>
      strict && body.count === 13
        ? throwError(() => new ServerRefusal(problem('NOT_FOUND', { detail: 'No such level.' })))
        : of(body),
    );
    const id = await outbox.addReading('x', reading(13));
    await outbox.addReading('x', reading(4));
    await vi.waitFor(() => expect(delivered).toHaveLength(1));
    await vi.waitFor(async () =>
      expect((await benchStore.outgoing.get(id))?.refusal).toBe('No such level.'),
    );
    strict = false;
    await outbox.retry(id);
    await vi.waitFor(() => expect(delivered).toHaveLength(2));
  });
});
