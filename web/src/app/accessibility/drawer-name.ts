import { afterNextRender, Directive, ElementRef, inject, input } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-drawer` of ng-zorro-antd 21.3.3, which is no dialog and whose title nothing connects to
 * it: put on an element inside the drawer, it makes the drawer a dialog with this name.
 */
@Directive({ selector: '[nabDrawerName]' })
export class DrawerName {
  readonly nabDrawerName = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterNextRender(() => {
      const drawer = this.host.closest('.ant-drawer-content');
      if (!drawer) return;
      set(drawer, 'role', 'dialog');
      set(drawer, 'aria-modal', 'true');
      set(drawer, 'aria-label', this.nabDrawerName());
      // What scrolls must be reached by the keyboard even where nothing in it can be.
      const body = this.host.closest('.ant-drawer-body');
      if (body) set(body, 'tabindex', '0');
    });
  }
}
