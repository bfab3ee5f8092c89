import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';

/** A place in the drawing's own units. */
export interface ChartPlace {
  readonly x: number;
  readonly y: number;
}

/**
 * Something in a chart that is taken in hand: by finger or mouse, or by the arrow keys. It says where
 * it was put; where it then stands is for its owner to decide.
 */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- an element of SVG
  selector: 'g[nabChartHandle]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    role: 'slider',
    tabindex: '0',
    '[attr.transform]': 'transform()',
    '[attr.aria-label]': 'label()',
    '[attr.aria-valuenow]': 'value()',
    '[attr.aria-valuetext]': 'text()',
    '[style.cursor]': "along() === 'across' ? 'ew-resize' : 'ns-resize'",
    '[style.touch-action]': "'none'",
    '(pointerdown)': 'take($event)',
    '(pointermove)': 'drag($event)',
    '(pointerup)': 'isHeld = false',
    '(pointercancel)': 'isHeld = false',
    '(keydown)': 'press($event)',
  },
  template: `
    <svg:circle r="22" fill="transparent" />
    <svg:circle r="8" fill="var(--nab-copper)" stroke="var(--nab-sheet)" stroke-width="2" />
  `,
})
export class ChartHandle {
  readonly at = input.required<ChartPlace>();
  readonly along = input.required<'across' | 'up'>();
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly text = input.required<string>();
  /** Put somewhere by a finger, in the drawing's own units. */
  readonly put = output<ChartPlace>();
  /** Moved by so many steps of a key; ten with Page up and down. */
  readonly step = output<number>();

  protected isHeld = false;
  protected readonly transform = computed(() => `translate(${this.at().x},${this.at().y})`);
  private readonly element = inject<ElementRef<SVGGElement>>(ElementRef);

  protected take(event: PointerEvent): void {
    this.isHeld = true;
    this.element.nativeElement.setPointerCapture(event.pointerId);
    this.element.nativeElement.focus();
    event.preventDefault();
  }

  protected drag(event: PointerEvent): void {
    const matrix = this.element.nativeElement.ownerSVGElement?.getScreenCTM();
    if (!this.isHeld || !matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    this.put.emit({ x, y });
  }

  protected press(event: KeyboardEvent): void {
    const by = STEPS[event.key];
    if (by === undefined) return;
    event.preventDefault();
    this.step.emit(by);
  }
}

/** By how many steps a key moves a handle of a chart. */
export const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowDown: -1,
  ArrowRight: 1,
  ArrowUp: 1,
  PageDown: -10,
  PageUp: 10,
};
