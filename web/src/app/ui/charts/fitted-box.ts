import { computed, DestroyRef, ElementRef, inject, signal, type Signal } from '@angular/core';
import { onResize } from '../drawing';
import type { ChartBox } from './scales';

/** Scale of a drawing below which its letters of 14 would be smaller than 12 px. */
const SMALLEST = 0.86;
/** A narrower chart is nothing but its axes. */
const LEAST_WIDTH = 300;

/**
 * The box of a chart as wide as its place: where that is narrow the chart is drawn narrower, and not
 * smaller, so that its letters can be read. To be called where a chart is made.
 */
export function fittedBox(base: ChartBox): Signal<ChartBox> {
  const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
  // What has no box of its own has no width either.
  nativeElement.classList.add('nab-fitted');
  const width = signal(base.width);
  const ended = onResize(nativeElement, () => {
    const place = nativeElement.clientWidth;
    if (place > 0) width.set(widthAt(place, base.width));
  });
  inject(DestroyRef).onDestroy(ended);
  return computed(() => ({ ...base, width: width() }));
}

/** Width of a drawing in its own units, in a place so many pixels wide. */
export function widthAt(place: number, usual: number): number {
  return Math.round(Math.min(usual, Math.max(LEAST_WIDTH, place / SMALLEST)));
}
