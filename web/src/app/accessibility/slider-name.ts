import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-slider` of ng-zorro-antd 21.3.3, whose handle can be moved by keys but has neither role,
 * name nor value.
 */
@Directive({ selector: 'nz-slider[nabLabel]' })
export class SliderName {
  readonly nabLabel = input.required<string>();
  readonly nabValue = input.required<number>();
  readonly nabText = input('');
  readonly nzMin = input(0);
  readonly nzMax = input(100);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => {
      const handle = this.host.querySelector('.ant-slider-handle');
      if (!handle) return;
      set(handle, 'role', 'slider');
      set(handle, 'aria-label', this.nabLabel());
      set(handle, 'aria-valuemin', String(this.nzMin()));
      set(handle, 'aria-valuemax', String(this.nzMax()));
      set(handle, 'aria-valuenow', String(this.nabValue()));
      set(handle, 'aria-valuetext', this.nabText() || null);
    });
  }
}
