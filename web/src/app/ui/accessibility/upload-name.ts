import { afterNextRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-upload` of ng-zorro-antd 21.3.3, whose button has no name of its own and whose file box,
 * hidden from the eye, has none at all.
 */
@Directive({ selector: 'nz-upload[nabLabel]' })
export class UploadName {
  readonly nabLabel = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterNextRender(() => {
      const button = this.host.querySelector('[nz-upload-btn]');
      if (button) set(button, 'aria-label', this.nabLabel());
      const box = this.host.querySelector('input[type=file]');
      if (!box) return;
      set(box, 'aria-label', `${this.nabLabel()}: the file`);
      set(box, 'tabindex', '-1');
    });
  }
}
