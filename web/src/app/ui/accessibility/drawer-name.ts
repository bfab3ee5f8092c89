import {
  afterNextRender,
  Directive,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
} from '@angular/core';
import { nameOverlayRegion } from './overlay-region';
import { set } from './set';

/**
 * Repairs `nz-drawer` of ng-zorro-antd 21.3.3, which is no dialog and whose title nothing connects to
 * it: put on an element inside the drawer, it makes the drawer a dialog with this name while it is
 * open. A closed drawer stays in the page.
 */
@Directive({ selector: '[nabDrawerName]' })
export class DrawerName {
  readonly nabDrawerName = input.required<string>();
  readonly nabDrawerOpen = input.required<boolean>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    const injector = inject(Injector);
    // Also closed it stands in the page, and must stand in a landmark there.
    nameOverlayRegion();
    afterNextRender(() => effect(() => this.mend(this.nabDrawerOpen()), { injector }));
  }

  private mend(open: boolean): void {
    const drawer = this.host.closest('.ant-drawer-content');
    if (!drawer) return;
    set(drawer, 'role', open ? 'dialog' : null);
    set(drawer, 'aria-modal', open ? 'true' : null);
    set(drawer, 'aria-label', open ? this.nabDrawerName() : null);
    // What scrolls must be reached by the keyboard even where nothing in it can be.
    const body = this.host.closest('.ant-drawer-body');
    if (body) set(body, 'tabindex', open ? '0' : null);
  }
}
