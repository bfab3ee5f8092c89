import { computed, DestroyRef, Directive, ElementRef, inject, signal } from '@angular/core';
import { onResize } from './on-resize';

/** Size of a drawing in its own units, which are the page's pixels: its letters keep their size. */
export interface StageSize {
  readonly width: number;
  readonly height: number;
}

/** A smaller place is not drawn for: the drawing is scaled down to it. */
const LEAST: StageSize = { width: 230, height: 240 };
/** Before the place was measured. */
const USUAL: StageSize = { width: 520, height: 470 };

/** The place of a drawing, on squared paper. What is drawn in it asks for its size and fills it. */
@Directive({
  selector: '[nabStage]',
  host: {
    class: 'nab-stage nab-squared',
    '[style.max-width.px]': 'widest()',
    '[style.max-height.px]': 'tallest()',
  },
})
export class Stage {
  /** Width that the drawing has use for at a height; null where it takes any. */
  readonly widthFor = signal<((height: number) => number) | null>(null);
  /** Height for its width that the drawing has use for; null where it takes any. */
  readonly tallness = signal<number | null>(null);
  protected readonly tallest = computed(() => {
    const tallness = this.tallness();
    return tallness === null ? null : Math.round(tallness * this.measured().width);
  });
  protected readonly widest = computed(() => {
    const most = this.widthFor()?.(this.measured().height);
    return most === undefined ? null : Math.max(LEAST.width, Math.round(most));
  });
  private readonly measured = signal(USUAL, {
    equal: (p, q) => p.width === q.width && p.height === q.height,
  });
  readonly size = this.measured.asReadonly();

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    const ended = onResize(nativeElement, () => {
      const { clientWidth, clientHeight } = nativeElement;
      if (clientWidth === 0 || clientHeight === 0) return;
      // As wide for its height as the place, however small that is.
      const grow = Math.max(1, LEAST.width / clientWidth, LEAST.height / clientHeight);
      this.measured.set({
        width: Math.round(clientWidth * grow),
        height: Math.round(clientHeight * grow),
      });
    });
    inject(DestroyRef).onDestroy(ended);
  }
}

/**
 * The size that a drawing has where it stands: its stage's, or the usual one.
 * @param widthFor how wide it can be at a height; the paper is no wider.
 * @param tallness how high it can be for its width; the paper is no higher.
 */
export function stageSize(
  widthFor?: (height: number) => number,
  tallness?: number,
): () => StageSize {
  const stage = inject(Stage, { optional: true });
  if (stage && widthFor) stage.widthFor.set(widthFor);
  if (stage && tallness !== undefined) stage.tallness.set(tallness);
  return stage?.size ?? (() => USUAL);
}
