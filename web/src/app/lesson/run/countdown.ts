import { computed, DestroyRef, inject, signal } from '@angular/core';
import { animationFrames, type Subscription } from 'rxjs';
import { ServerClock } from '../../investigation';

/**
 * Counts the time a magnet is on against what it is allowed. It goes on beyond that until somebody
 * says that the current is off: what is kept is how long it was on, not how long it should have been.
 */
export class Countdown {
  private readonly elapsedSignal = signal(0);
  private readonly runningSignal = signal(false);
  private readonly limitSignal = signal(Infinity);
  private subscription: Subscription | null = null;
  private readonly clock = inject(ServerClock);
  private startedAt = 0;

  /** Seconds since switching on; stays after switching off. */
  readonly elapsed = this.elapsedSignal.asReadonly();
  readonly running = this.runningSignal.asReadonly();
  /** Still on, and longer than it may be. */
  readonly over = computed(
    () => this.runningSignal() && this.elapsedSignal() >= this.limitSignal(),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  start(limit: number): void {
    this.stop();
    this.elapsedSignal.set(0);
    this.limitSignal.set(limit);
    this.startedAt = this.clock.elapsed();
    this.runningSignal.set(true);
    this.subscription = animationFrames().subscribe(() => this.look());
  }

  stop(): void {
    // A page out of sight draws no frames, and the magnet was on all the same.
    if (this.runningSignal()) this.look();
    this.subscription?.unsubscribe();
    this.subscription = null;
    this.runningSignal.set(false);
  }

  reset(): void {
    this.stop();
    this.elapsedSignal.set(0);
  }

  private look(): void {
    this.elapsedSignal.set((this.clock.elapsed() - this.startedAt) / 1000);
  }
}
