import { afterNextRender, Directive, ElementRef, inject, input } from '@angular/core';

/**
 * Repairs `nz-modal` of ng-zorro-antd 21.3.3, whose dialog has a title that nothing connects to it:
 * put on an element inside the dialog, it gives the dialog its name.
 */
@Directive({ selector: '[nabDialogName]' })
export class DialogName {
  readonly nabDialogName = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterNextRender(() => {
      const dialog = this.host.closest('nz-modal-container');
      dialog?.setAttribute('aria-label', this.nabDialogName());
      dialog?.setAttribute('aria-modal', 'true');
    });
  }
}
