import { afterEveryRender, Directive, ElementRef, inject } from '@angular/core';
import { set } from './set';

let nextId = 0;

/**
 * Repairs `nz-collapse-panel` of ng-zorro-antd 21.3.3: its header is a button within which the arrow is
 * another, it answers to no key, does not say what it opens, and what is closed can still be reached
 * while it folds.
 */
@Directive({
  selector: 'nz-collapse-panel[nabHeader]',
  host: { '(keydown)': 'press($event)' },
})
export class CollapseHeader {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly id = `nab-collapse-${nextId++}`;

  constructor() {
    afterEveryRender(() => this.mend());
  }

  private get header(): HTMLElement | null {
    return this.host.querySelector(':scope > .ant-collapse-header');
  }

  protected press(event: KeyboardEvent): void {
    if (event.target !== this.header || (event.key !== 'Enter' && event.key !== ' ')) return;
    event.preventDefault();
    this.header?.click();
  }

  private mend(): void {
    const { header } = this;
    const arrow = header?.querySelector('.ant-collapse-expand-icon');
    if (arrow) {
      set(arrow, 'role', null);
      set(arrow, 'aria-hidden', 'true');
    }
    const panel = this.host.querySelector(':scope > .ant-collapse-panel');
    if (!header || !panel) return;
    set(panel, 'id', this.id);
    set(header, 'aria-controls', this.id);
    set(header, 'aria-disabled', null);
    panel.toggleAttribute('inert', header.getAttribute('aria-expanded') !== 'true');
  }
}
