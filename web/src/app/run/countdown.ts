import { DestroyRef, inject, signal } from '@angular/core';
import { animationFrames, map, type Subscription, takeWhile } from 'rxjs';

/** Counts the time a magnet is on against what it is allowed. */
export class Countdown {
  private readonly elapsedSignal = signal(0);
  private readonly runningSignal = signal(false);
  private subscription: Subscription | null = null;

  /** Seconds since switching on; stays after switching off. */
  readonly elapsed = this.elapsedSignal.asReadonly();
  readonly running = this.runningSignal.asReadonly();

  constructor(private readonly onLimit: () => void) {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  start(limit: number): void {
    this.stop();
    this.elapsedSignal.set(0);
    this.runningSignal.set(true);
    this.subscription = animationFrames()
      .pipe(
        map(({ elapsed }) => elapsed / 1000),
        takeWhile((seconds) => seconds < limit, true),
      )
      .subscribe({
        next: (seconds) => this.elapsedSignal.set(Math.min(limit, seconds)),
        complete: () => {
          this.runningSignal.set(false);
          this.onLimit();
        },
      });
  }

  stop(): void {
    this.subscription?.unsubscribe();
    this.subscription = null;
    this.runningSignal.set(false);
  }

  reset(): void {
    this.stop();
    this.elapsedSignal.set(0);
  }
}
