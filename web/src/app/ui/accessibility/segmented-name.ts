import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';

/**
 * Repairs `nz-segmented` of ng-zorro-antd 21.3.3: its group has no role and no useful name, and its
 * labels carry `aria-selected`, which no label may. It becomes a named group of radio buttons, which
 * its parts already are.
 */
@Directive({
  selector: 'nz-segmented[nabLabel]',
  host: { role: 'radiogroup', '[attr.aria-label]': 'nabLabel()' },
})
export class SegmentedName {
  readonly nabLabel = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => {
      for (const label of this.host.querySelectorAll('.ant-segmented-item-label[aria-selected]')) {
        label.removeAttribute('aria-selected');
      }
    });
  }
}
