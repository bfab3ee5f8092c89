import { DestroyRef, inject, signal } from '@angular/core';
import type { LiveEvent, Room } from '@nab/contract/lesson';
import { Subscription } from 'rxjs';
import { liveEvents } from '../platform/server';

/** Hears what changes in the investigation on screen. In an injection context. */
export class LiveUpdates {
  private readonly connectedSignal = signal(false);
  private readonly roomSignal = signal<Room | null>(null);
  private subscription = new Subscription();

  /** Whether the server tells by itself; where it cannot, somebody has to ask. */
  readonly connected = this.connectedSignal.asReadonly();
  /** The room of the lesson as it was last told; null before it was opened. */
  readonly room = this.roomSignal.asReadonly();

  constructor(private readonly listen: (event: LiveEvent) => void) {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  /** @param asOf the place in the changes at which the investigation was read. */
  follow(id: string, asOf: string): void {
    this.stop();
    this.roomSignal.set(null);
    this.subscription = liveEvents(id, asOf).subscribe((told) => {
      if (told.event === 'connected') {
        this.connectedSignal.set(true);
      } else if (told.event === 'lost') {
        this.connectedSignal.set(false);
      } else if (told.event === 'room') {
        this.roomSignal.set(told.data);
      } else {
        this.listen(told);
      }
    });
  }

  /** A room as the server answered to who changed it. */
  takeRoom(room: Room): void {
    this.roomSignal.set(room);
  }

  stop(): void {
    this.subscription.unsubscribe();
    this.connectedSignal.set(false);
  }
}
