import { TestBed } from '@angular/core/testing';
import { of, throwError, type Observable } from 'rxjs';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { problem } from '@nab/contract/problem';
import { benchDatabase } from './bench-database';
import { DraftSync } from './draft-sync';
import { Server, ServerAway, ServerRefusal } from '../server';

const plan = { title: 'Written in a tunnel' };

/** A courier whose server answers as told; what it was sent. */
function courierWith(answer: () => Observable<unknown>) {
  const sent: { path: string; body: unknown }[] = [];
  TestBed.configureTestingModule({
    providers: [
      {
        provide: Server,
        useValue: {
          put: (path: string, body: unknown) => {
            sent.push({ path, body });
            return answer();
          },
        },
      },
    ],
  });
  return { courier: TestBed.inject(DraftSync), sent };
}

const stale = (current: object) =>
  throwError(() => new ServerRefusal(problem('STALE_VERSION', { current })));

beforeEach(async () => {
  await benchDatabase.drafts.clear();
  await benchDatabase.drafts.put({ key: 'plan:p1', version: 3, value: plan });
});

describe('changes whose page was left', () => {
  it('are counted, sent against their version, and forgotten when they have arrived', async () => {
    const { courier, sent } = courierWith(() => of({}));
    await vi.waitFor(() => expect(courier.waiting()).toHaveLength(1));
    await courier.syncDrafts();
    expect(sent).toEqual([
      { path: '/api/investigations/p1', body: { version: 3, plan, actor: 'educator' } },
    ]);
    await vi.waitFor(() => expect(courier.waiting()).toEqual([]));
  });

  it('wait while the server is away', async () => {
    const { courier, sent } = courierWith(() => throwError(() => new ServerAway('gone')));
    await courier.syncDrafts();
    await courier.syncDrafts();
    expect(sent).toHaveLength(2);
    expect(await benchDatabase.drafts.count()).toBe(1);
  });

  it('have arrived where what is stored is the very same', async () => {
    const { courier } = courierWith(() => stale({ version: 4, plan: { ...plan } }));
    await courier.syncDrafts();
    expect(await benchDatabase.drafts.count()).toBe(0);
  });

  it('are sent on top of what this browser itself has stored before', async () => {
    const earlier = { title: 'Before the tunnel' };
    await benchDatabase.drafts.put({ key: 'plan:p1', version: 3, value: plan, sent: [earlier] });
    let asked = 0;
    const { courier, sent } = courierWith(() =>
      asked++ === 0 ? stale({ version: 4, plan: { ...earlier } }) : of({}),
    );
    await courier.syncDrafts();
    expect(sent.map(({ body }) => (body as { version: number }).version)).toEqual([3, 4]);
    expect(await benchDatabase.drafts.count()).toBe(0);
  });

  it('are left to another tab that has them open', async () => {
    const { courier, sent } = courierWith(() => of({}));
    // As the browser would: one holder of a name, whichever tab it is in.
    const held = new Set(['nab-open:plan:p1']);
    vi.stubGlobal('navigator', {
      locks: {
        request: (name: string, _options: unknown, act: (lock: object | null) => unknown) =>
          Promise.resolve(act(held.has(name) ? null : {})),
      },
    });
    await courier.syncDrafts();
    expect(sent).toEqual([]);
    held.clear();
    await courier.syncDrafts();
    expect(sent).toHaveLength(1);
  });

  it('are left to another tab where the browser has no locks, too', async () => {
    vi.stubGlobal('navigator', {});
    const other = new BroadcastChannel('nab-open-documents');
    other.onmessage = ({ data }: MessageEvent<{ key: string; open?: true }>) => {
      if (data.key === 'plan:p1' && !data.open) other.postMessage({ ...data, open: true });
    };
    const { courier, sent } = courierWith(() => of({}));
    await courier.syncDrafts();
    expect(sent).toEqual([]);
    other.close();
    await courier.syncDrafts();
    expect(sent).toHaveLength(1);
  });

  it('wait for a person where somebody else’s is stored, and are not sent again and again', async () => {
    const { courier, sent } = courierWith(() => stale({ version: 4, plan: { title: 'Theirs' } }));
    await courier.syncDrafts();
    await courier.syncDrafts();
    expect(sent).toHaveLength(1);
    expect(await benchDatabase.drafts.get('plan:p1')).toMatchObject({ value: plan, stale: true });
  });

  it('of a design go where designs go, and what is no draft of these is left alone', async () => {
    await benchDatabase.drafts.clear();
    await benchDatabase.drafts.bulkPut([
      { key: 'design:d1', version: 2, value: { name: 'Nail' } },
      { key: 'something else', version: 1, value: {} },
    ]);
    const { courier, sent } = courierWith(() => of({}));
    await courier.syncDrafts();
    expect(sent.map(({ path }) => path)).toEqual(['/api/designs/d1']);
    expect(await benchDatabase.drafts.count()).toBe(1);
  });
});
