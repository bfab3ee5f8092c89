import { afterNextRender, Directive, ElementRef, inject } from '@angular/core';
import { set } from './set';

/**
 * Repairs `nz-notification` of ng-zorro-antd 21.3.3, whose cross is a link without name, role or
 * target that answers to no key. Goes on an element within the notification.
 */
@Directive({ selector: '[nabNotificationClose]' })
export class NotificationClose {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterNextRender(() => {
      const cross = this.host
        .closest('.ant-notification-notice')
        ?.querySelector<HTMLElement>('.ant-notification-notice-close');
      if (!cross) return;
      set(cross, 'role', 'button');
      set(cross, 'aria-label', 'Close');
      cross.addEventListener('keydown', ({ key }) => {
        if (key === 'Enter' || key === ' ') cross.click();
      });
    });
  }
}
