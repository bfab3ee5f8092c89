import { computed, inject, Injectable, signal } from '@angular/core';
import type { ShelfItem, ShelfKind, VersionedShelfItem } from '@nab/contract';
import { firstValueFrom } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { Server, ServerRefusal } from '../server';

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

  /** Puts something new on the shelf, or writes a change of what stands there. */
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
    });
  }

  /** Puts back what was taken off last. */
  putBack(): Promise<boolean> {
    return this.guard(async () => {
      const entry = this.takenOff();
      if (!entry) return;
      const body = { version: 0, item: entry.item, putBack: true };
      const stored = await firstValueFrom(
        this.server.put<VersionedShelfItem>(`/api/shelf/${entry.id}`, body),
      );
      this.itemsSignal.update((items) => [...(items ?? []), stored]);
      this.takenOff.set(null);
    });
  }

  private async guard(action: () => Promise<void>): Promise<boolean> {
    try {
      await action();
      this.faultSignal.set('');
      return true;
    } catch (error) {
      this.faultSignal.set(
        error instanceof ServerRefusal
          ? error.message
          : 'The server cannot be reached, so the shelf is as it was. Is Nab still running?',
      );
      return false;
    }
  }
}
