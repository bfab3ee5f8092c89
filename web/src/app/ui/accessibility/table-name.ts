import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-table` of ng-zorro-antd 21.3.3, whose table, drawn inside it, cannot be given a name; what
 * is wider than the screen scrolls, and has to be reached by the keyboard for that.
 */
@Directive({ selector: 'nz-table[nabTable]' })
export class TableName {
  readonly nabTable = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => {
      for (const table of this.host.querySelectorAll('table')) {
        set(table, 'aria-label', this.nabTable());
      }
    });
  }
}
