import { Directive, ElementRef, inject, input, model, output } from '@angular/core';

/** A place on the sheet, m from its middle, x to the right and y upward. */
export type Spot = readonly [x: number, y: number];

const STEP_M = 0.002;
const BIG_STEP_M = 0.01;

/** Something in a drawing that is led about by hand, by pointer or by arrow keys. */
@Directive({
  selector: '[nabSpot]',
  host: {
    '(pointerdown)': 'begin($event)',
    '(pointermove)': 'lead($event)',
    '(pointerup)': 'end($event)',
    '(pointercancel)': 'end($event)',
    '(keydown.arrowleft)': 'step($event, -1, 0)',
    '(keydown.arrowright)': 'step($event, 1, 0)',
    '(keydown.arrowup)': 'step($event, 0, 1)',
    '(keydown.arrowdown)': 'step($event, 0, -1)',
    '(keydown.shift.arrowleft)': 'step($event, -1, 0)',
    '(keydown.shift.arrowright)': 'step($event, 1, 0)',
    '(keydown.shift.arrowup)': 'step($event, 0, 1)',
    '(keydown.shift.arrowdown)': 'step($event, 0, -1)',
    '[style.touch-action]': '"none"',
    '[style.cursor]': '"grab"',
  },
})
export class Movable {
  readonly nabSpot = model.required<Spot>();
  /** Half the width and height that it may be led to, m. */
  readonly nabSpotWithin = input.required<Spot>();
  /** From where to where it was led. */
  readonly nabLed = output<readonly [from: Spot, to: Spot]>();
  private readonly host = inject<ElementRef<SVGGElement>>(ElementRef).nativeElement;
  private pointer: number | null = null;

  protected begin(event: PointerEvent): void {
    event.preventDefault();
    this.pointer = event.pointerId;
    this.host.setPointerCapture(event.pointerId);
    this.host.focus();
  }

  protected lead(event: PointerEvent): void {
    if (event.pointerId !== this.pointer) return;
    const matrix = this.host.ownerSVGElement?.getScreenCTM();
    if (!matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    // The drawing's unit is a millimetre, its y goes down.
    this.to([at.x / 1000, -at.y / 1000]);
  }

  protected end(event: PointerEvent): void {
    if (event.pointerId === this.pointer) this.pointer = null;
  }

  protected step(event: Event, x: number, y: number): void {
    event.preventDefault();
    const size = (event as KeyboardEvent).shiftKey ? BIG_STEP_M : STEP_M;
    const [fromX, fromY] = this.nabSpot();
    this.to([fromX + size * x, fromY + size * y]);
  }

  private to([x, y]: Spot): void {
    const from = this.nabSpot();
    const [w, h] = this.nabSpotWithin();
    const spot: Spot = [Math.min(w, Math.max(-w, x)), Math.min(h, Math.max(-h, y))];
    this.nabSpot.set(spot);
    this.nabLed.emit([from, spot]);
  }
}
