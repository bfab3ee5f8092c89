import { booleanAttribute, Directive, input, output } from '@angular/core';

/**
 * Repairs `nz-menu-item` of ng-zorro-antd 21.3.3, a list item without a role that does not say whether
 * it is disabled or chosen.
 */
@Directive({
  selector: 'li[nz-menu-item][nabItem]',
  host: {
    '[attr.role]': `chosen() === null ? 'menuitem' : 'menuitemradio'`,
    '[attr.aria-disabled]': 'nzDisabled() || null',
    '[attr.aria-checked]': 'chosen()',
    '(click)': 'press()',
  },
})
export class MenuItem {
  readonly nzDisabled = input(false, { transform: booleanAttribute });
  /** Whether it is the one chosen, or null where nothing is chosen but done. */
  readonly chosen = input<boolean | null>(null);
  /** It was pressed, by mouse or by key, and is not disabled. */
  readonly nabChoose = output();

  protected press(): void {
    if (!this.nzDisabled()) this.nabChoose.emit();
  }
}
