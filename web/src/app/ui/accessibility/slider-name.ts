import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-slider` of ng-zorro-antd 21.3.3: its handle can be focused and moved by arrow keys, but
 * has no role, no name and no value.
 */
@Directive({ selector: 'nz-slider[nabLabel]' })
export class SliderName {
  readonly nabLabel = input.required<string>();
  readonly nabLeast = input(0);
  readonly nabMost = input.required<number>();
  readonly nabNow = input.required<number>();
  /** The value as it is said, with its unit. */
  readonly nabText = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => {
      const handle = this.host.querySelector('.ant-slider-handle');
      if (!handle) return;
      set(handle, 'role', 'slider');
      set(handle, 'aria-label', this.nabLabel());
      set(handle, 'aria-valuemin', String(this.nabLeast()));
      set(handle, 'aria-valuemax', String(this.nabMost()));
      set(handle, 'aria-valuenow', String(this.nabNow()));
      set(handle, 'aria-valuetext', this.nabText());
    });
  }
}
