import { afterNextRender, inject, PendingTasks, signal, type Signal } from '@angular/core';

/**
 * False until what is drawn now is on the screen: what takes long to compute comes after it. A page
 * that nobody sees is never painted, and does not wait.
 */
export function afterFirstPaint(): Signal<boolean> {
  const painted = signal(false);
  const tell = inject(PendingTasks).add();
  const done = (): void => {
    painted.set(true);
    tell();
  };
  afterNextRender(() => {
    if (document.visibilityState === 'hidden') done();
    else requestAnimationFrame(() => setTimeout(done));
  });
  return painted;
}
