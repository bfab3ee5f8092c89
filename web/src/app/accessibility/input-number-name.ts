import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';

/**
 * Repairs `nz-input-number` of ng-zorro-antd 21.3.3: its box has no name unless a label points at it,
 * does not say its value or that it is invalid, and its two steppers are unnamed buttons that no key
 * reaches. The box gets name, value and validity; the steppers, whose work the arrow keys do, are
 * hidden from readers of screens.
 */
@Directive({ selector: 'nz-input-number[nabLabel]' })
export class InputNumberName {
  readonly nabLabel = input.required<string>();
  readonly nabInvalid = input(false);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => this.mend());
  }

  private mend(): void {
    const box = this.host.querySelector('input');
    box?.setAttribute('aria-label', this.nabLabel());
    box?.setAttribute('inputmode', 'numeric');
    if (box) box.setAttribute('aria-invalid', String(this.nabInvalid()));
    if (box && box.value !== '') box.setAttribute('aria-valuenow', box.value);
    this.host.querySelector('.ant-input-number-handler-wrap')?.setAttribute('aria-hidden', 'true');
  }
}
