import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
import type { NzTableSortOrder } from 'ng-zorro-antd/table';
import { set } from './set';

/**
 * Repairs a sortable column head of `nz-table` of ng-zorro-antd 21.3.3, which only a mouse can press
 * and which does not say how the table is sorted.
 */
@Directive({
  selector: 'th[nabSort]',
  host: { '[attr.aria-sort]': 'words()', '(keydown)': 'press($event)' },
})
export class SortKeys {
  /** How the table is sorted by this column. */
  readonly nabSort = input.required<NzTableSortOrder>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => {
      const head = this.host.querySelector('.ant-table-column-sorters');
      if (!head) return;
      set(head, 'role', 'button');
      set(head, 'tabindex', '0');
    });
  }

  protected words(): string | null {
    const order = this.nabSort();
    return order === null ? null : order === 'ascend' ? 'ascending' : 'descending';
  }

  protected press(event: KeyboardEvent): void {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    this.host.click();
  }
}
