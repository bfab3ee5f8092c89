import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { firstValueFrom, fromEvent, merge, timer } from 'rxjs';
import { Server, ServerRefusal } from '../server';
import { benchStore, watchStore, type StoredDraft } from './bench-store';
import { isOwn, sameJson } from './same-json';
import { isOpenHere, unlessOpen } from './open-documents';

const EVERY_MS = 5000;

/** Where a draft goes, and as what: the key says of what it is. */
const ROUTES: readonly {
  readonly of: RegExp;
  readonly path: (id: string) => string;
  readonly body: 'plan' | 'design';
}[] = [
  { of: /^plan:(.+)$/, path: (id) => `/api/investigations/${id}`, body: 'plan' },
  { of: /^design:(.+)$/, path: (id) => `/api/designs/${id}`, body: 'design' },
];

/**
 * Carries changes of plans and designs to the server whose page was left before they arrived. One that
 * meets a newer version waits until its page is opened and somebody decides.
 */
@Injectable({ providedIn: 'root' })
export class DraftSync {
  private readonly server = inject(Server);
  private readonly drafts = signal<readonly StoredDraft[]>([]);
  private syncing = false;

  /** Changes that are kept here and on no page just now. */
  readonly waiting = computed(() => this.drafts().filter(isAlone));

  constructor() {
    watchStore(({ drafts }) => drafts.toArray())
      .pipe(takeUntilDestroyed())
      .subscribe({ next: (all) => this.drafts.set(all), error: () => this.drafts.set([]) });
    merge(timer(EVERY_MS, EVERY_MS), fromEvent(window, 'online'))
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.syncDrafts());
  }

  async syncDrafts(): Promise<void> {
    if (this.syncing) return;
    this.syncing = true;
    try {
      for (const { key, stale } of (await (await benchStore()).drafts.toArray()).filter(isAlone)) {
        if (stale !== true) await unlessOpen(key, () => this.sendKept(key));
      }
    } catch {
      // The server is away, or nothing is kept here: it is tried again.
    } finally {
      this.syncing = false;
    }
  }

  /** What is kept by now: the page on which it was may have gone on until a moment ago. */
  private async sendKept(key: string): Promise<void> {
    const draft = await (await benchStore()).drafts.get(key);
    if (draft) await this.send(draft);
  }

  /** @throws ServerAway. */
  private async send(draft: StoredDraft): Promise<void> {
    const route = ROUTES.find(({ of }) => of.test(draft.key))!;
    const id = route.of.exec(draft.key)![1]!;
    const body = { version: draft.version, [route.body]: draft.value, actor: 'educator' };
    try {
      await firstValueFrom(this.server.put(route.path(id), body));
      await this.drop(draft);
    } catch (error) {
      if (!(error instanceof ServerRefusal)) throw error;
      const current = error.problem.current as Record<string, unknown> | undefined;
      const theirs = route.body === 'plan' ? current?.['plan'] : current?.['design'];
      const version = current?.['version'];
      // An answer that was lost: what is stored is this very change.
      if (theirs !== undefined && sameJson(theirs, draft.value)) await this.drop(draft);
      else if (typeof version === 'number' && isOwn(theirs, draft)) {
        // Or an earlier one of this browser's, on top of which this one was made.
        const rebased = { ...draft, version, sent: [] };
        await (await benchStore()).drafts.put(rebased);
        await this.send(rebased);
      } else if (error.problem.code !== 'SIGN_IN') {
        await (await benchStore()).drafts.update(draft.key, { stale: true });
      }
    }
  }

  /** Unless it was written again meanwhile. */
  private async drop({ key, value }: StoredDraft): Promise<void> {
    const { drafts } = await benchStore();
    const now = await drafts.get(key);
    if (now && sameJson(now.value, value)) await drafts.delete(key);
  }
}

const isAlone = ({ key }: StoredDraft): boolean =>
  !isOpenHere(key) && ROUTES.some(({ of }) => of.test(key));
