import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-date-picker` of ng-zorro-antd 21.3.3, whose box has no name and whose cross, which
 * empties it, is an unnamed icon.
 */
@Directive({ selector: 'nz-date-picker[nabLabel]' })
export class DatePickerName {
  readonly nabLabel = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => {
      const box = this.host.querySelector('input');
      if (box) set(box, 'aria-label', this.nabLabel());
      const cross = this.host.querySelector('.ant-picker-clear');
      if (cross) set(cross, 'aria-hidden', 'true');
    });
  }
}
