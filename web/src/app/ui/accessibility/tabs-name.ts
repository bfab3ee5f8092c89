import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-tabs` of ng-zorro-antd 21.3.3: its list of tabs has no name, tab and panel bear the same
 * id, so that a tab controls itself, and the empty nodes round the tabs stand inside the list.
 */
@Directive({ selector: 'nz-tabs[nabLabel]' })
export class TabsName {
  readonly nabLabel = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => this.mend());
  }

  private mend(): void {
    const list = this.host.querySelector('[role=tablist]');
    if (list) set(list, 'aria-label', this.nabLabel());
    const panels = new Map<string, string>();
    for (const panel of this.host.querySelectorAll('[role=tabpanel]')) {
      const tab = panel.getAttribute('aria-labelledby') ?? '';
      set(panel, 'id', `${tab}-panel`);
      panels.set(tab, `${tab}-panel`);
    }
    for (const tab of this.host.querySelectorAll('[role=tab]')) {
      // A panel that is not there cannot be pointed to.
      set(tab, 'aria-controls', panels.get(tab.id) ?? null);
    }
  }
}
