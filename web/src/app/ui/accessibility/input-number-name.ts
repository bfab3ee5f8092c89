import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-input-number` of ng-zorro-antd 21.3.3: its box has no name unless a label points at it,
 * does not say its value or that it is invalid, claims limits of ± 9 · 10¹⁵ where none were set, and
 * its two steppers are unnamed buttons that no key reaches. The box gets name, value and validity; the
 * steppers, whose work the arrow keys do, are hidden from readers of screens.
 */
@Directive({ selector: 'nz-input-number[nabLabel]' })
export class InputNumberName {
  readonly nabLabel = input.required<string>();
  readonly nabInvalid = input(false);
  /** Id of the sentence that explains the field. */
  readonly nabNote = input<string | null>(null);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => this.mend());
  }

  private mend(): void {
    const box = this.host.querySelector('input');
    if (!box) return;
    set(box, 'aria-label', this.nabLabel());
    set(box, 'inputmode', 'decimal');
    set(box, 'aria-invalid', String(this.nabInvalid()));
    set(box, 'aria-describedby', this.nabNote());
    set(box, 'aria-valuenow', Number.isNaN(Number.parseFloat(box.value)) ? null : box.value);
    for (const limit of ['aria-valuemin', 'aria-valuemax']) {
      if (!Number.isSafeInteger(Number(box.getAttribute(limit)) * 2)) set(box, limit, null);
    }
    const steppers = this.host.querySelector('.ant-input-number-handler-wrap');
    if (steppers) set(steppers, 'aria-hidden', 'true');
  }
}
