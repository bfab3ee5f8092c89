import { Injectable, signal } from '@angular/core';

/** A clock that is less wrong than this is right enough for a bench. */
const RIGHT_ENOUGH_MS = 20_000;

/** Offset of this device's clock from the server's. */
@Injectable({ providedIn: 'root' })
export class ServerTime {
  private readonly slowSignal = signal(0);
  /** How far this device is behind, ms; less than nothing where it is ahead, 0 where it is right enough. */
  readonly slow = this.slowSignal.asReadonly();

  /** @param iso what the server says that it is now. */
  take(iso: string): void {
    const slow = Date.parse(iso) - Date.now();
    this.slowSignal.set(Math.abs(slow) > RIGHT_ENOUGH_MS ? slow : 0);
  }
}
