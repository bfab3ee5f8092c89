import { DestroyRef, inject, signal } from '@angular/core';

/** Shows something as fast as it happens; where motion is not wanted, how it ends, at once. */
export class AnimationPlayer {
  readonly playing = signal(false);
  private frame = 0;

  constructor() {
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(this.frame));
  }

  /**
   * Begins, or stops what was begun.
   * @param lasts s. @param show how it is after so many seconds.
   * @param goesOn whether it is still what was begun.
   */
  toggle(lasts: number, show: (time: number) => void, goesOn: () => boolean): void {
    cancelAnimationFrame(this.frame);
    if (this.playing()) {
      this.playing.set(false);
      return;
    }
    if (matchMedia('(prefers-reduced-motion: reduce)').matches) {
      show(lasts);
      return;
    }
    this.playing.set(true);
    const started = performance.now();
    const step = (): void => {
      if (!goesOn()) {
        this.playing.set(false);
        return;
      }
      const time = Math.min(lasts, (performance.now() - started) / 1000);
      show(time);
      if (time < lasts) this.frame = requestAnimationFrame(step);
      else this.playing.set(false);
    };
    this.frame = requestAnimationFrame(step);
  }
}
