import { afterEveryRender, DestroyRef, Directive, ElementRef, inject, input } from '@angular/core';
import type { NzAutocompleteComponent } from 'ng-zorro-antd/auto-complete';
import { nameOverlayRegion } from './overlay-region';
import { set } from './set';

let nextId = 0;

/**
 * Repairs `nz-autocomplete` of ng-zorro-antd 21.3.3, whose box does not say that it offers a list and
 * whose options are items of a menu that is not there: the box becomes a combobox that knows its list
 * and the option that the arrow keys are on, the list a listbox of options.
 */
@Directive({ selector: 'input[nzAutocomplete][nabOffers]' })
export class AutoCompleteRole {
  /** What is offered, in words. */
  readonly nabOffers = input.required<string>();
  readonly nzAutocomplete = input.required<NzAutocompleteComponent>();
  private readonly box = inject<ElementRef<HTMLInputElement>>(ElementRef).nativeElement;
  private readonly id = `nab-offers-${nextId++}`;
  private readonly overlays = nameOverlayRegion();
  private readonly changes = new MutationObserver(() => this.mend());

  constructor() {
    afterEveryRender(() => this.mend());
    this.changes.observe(this.overlays, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['class'],
    });
    inject(DestroyRef).onDestroy(() => this.changes.disconnect());
  }

  private mend(): void {
    const offers = this.nzAutocomplete();
    const list = offers.isOpen ? this.list(offers) : null;
    set(this.box, 'role', 'combobox');
    set(this.box, 'aria-haspopup', 'listbox');
    set(this.box, 'aria-expanded', String(list !== null));
    set(this.box, 'aria-controls', list && `${this.id}-list`);
    let active: string | null = null;
    if (list) {
      set(list, 'role', 'listbox');
      set(list, 'id', `${this.id}-list`);
      set(list, 'aria-label', this.nabOffers());
      list.querySelectorAll('nz-auto-option').forEach((option, i) => {
        set(option, 'role', 'option');
        set(option, 'id', `${this.id}-${i}`);
        if (option.classList.contains('ant-select-item-option-active')) active = option.id;
      });
    }
    set(this.box, 'aria-activedescendant', active);
  }

  private list({ panel }: NzAutocompleteComponent): Element | null {
    const shown = (panel as ElementRef<HTMLElement> | undefined)?.nativeElement;
    return shown?.querySelector('.ant-select-dropdown-content-wrapper') ?? null;
  }
}
