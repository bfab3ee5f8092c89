import { computed, inject, Injectable, signal } from '@angular/core';
import type { RemovedItem, ShelfItem, ShelfKind, VersionedShelfItem } from '@nab/contract/shelf';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { Server, faultWords } from '../platform/server';

/** The educator's shelf as the server has it. */
@Injectable({ providedIn: 'root' })
export class ShelfStore {
  private readonly server = inject(Server);
  private readonly itemsSignal = signal<readonly VersionedShelfItem[] | null>(null);
  private readonly faultSignal = signal('');
  private readonly takenOff = signal<VersionedShelfItem | null>(null);

  /** Null until it was read once. */
  readonly items = this.itemsSignal.asReadonly();
  readonly fault = this.faultSignal.asReadonly();
  /** What was taken off last and can be put back. */
  readonly removed = this.takenOff.asReadonly();
  private readonly goneSignal = signal<readonly RemovedItem[]>([]);
  /** All that was ever taken off and is not back, the last first. */
  readonly gone = this.goneSignal.asReadonly();
  readonly byKind = computed(() => {
    const kinds = new Map<ShelfKind, VersionedShelfItem[]>();
    for (const entry of this.itemsSignal() ?? []) {
      kinds.set(entry.item.kind, [...(kinds.get(entry.item.kind) ?? []), entry]);
    }
    return kinds;
  });

  async load(): Promise<void> {
    await this.guard(async () => {
      this.itemsSignal.set(await firstValueFrom(this.server.shelf()));
    });
  }

  /** Puts something new on the shelf, or saves a change of an item. */
  put(item: ShelfItem, before?: VersionedShelfItem): Promise<boolean> {
    return this.guard(async () => {
      const id = before?.id ?? uuid();
      const body = { version: before?.version ?? 0, item };
      const stored = await firstValueFrom(
        this.server.put<VersionedShelfItem>(`/api/shelf/${id}`, body),
      );
      this.itemsSignal.update((items) =>
        before
          ? (items ?? []).map((entry) => (entry.id === id ? stored : entry))
          : [...(items ?? []), stored],
      );
    });
  }

  remove(entry: VersionedShelfItem): Promise<boolean> {
    return this.guard(async () => {
      await firstValueFrom(this.server.removeFromShelf(entry.id));
      this.itemsSignal.update((items) => (items ?? []).filter(({ id }) => id !== entry.id));
      this.takenOff.set(entry);
      const at = new Date().toISOString();
      this.goneSignal.update((gone) => [{ id: entry.id, item: entry.item, at }, ...gone]);
    });
  }

  async loadGone(): Promise<void> {
    await this.guard(async () => {
      const gone = await firstValueFrom(this.server.removedFromShelf());
      this.goneSignal.set(gone.sort((p, q) => q.at.localeCompare(p.at)));
    });
  }

  /** Puts back what was taken off last. */
  putBack(): Promise<boolean> {
    const entry = this.takenOff();
    return entry ? this.putBackEach([entry]) : Promise.resolve(true);
  }

  /** Puts back things that were taken off, one after the other. */
  async putBackEach(entries: readonly { id: string; item: ShelfItem }[]): Promise<boolean> {
    for (const entry of entries) if (!(await this.putBackOne(entry))) return false;
    return true;
  }

  private putBackOne(entry: { id: string; item: ShelfItem }): Promise<boolean> {
    return this.guard(async () => {
      const body = { version: 0, item: entry.item, putBack: true };
      const stored = await firstValueFrom(
        this.server.put<VersionedShelfItem>(`/api/shelf/${entry.id}`, body),
      );
      this.itemsSignal.update((items) => [...(items ?? []), stored]);
      this.goneSignal.update((gone) => gone.filter(({ id }) => id !== entry.id));
      this.takenOff.update((last) => (last?.id === entry.id ? null : last));
    });
  }

  private async guard(action: () => Promise<void>): Promise<boolean> {
    try {
      await action();
      this.faultSignal.set('');
      return true;
    } catch (error) {
      this.faultSignal.set(faultWords(error, 'The shelf was not changed.'));
      return false;
    }
  }
}
