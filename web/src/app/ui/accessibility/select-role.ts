import {
  DestroyRef,
  Directive,
  effect,
  ElementRef,
  inject,
  input,
  type OnInit,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NzSelectComponent } from 'ng-zorro-antd/select';
import { nameOverlayRegion } from './overlay-region';
import { set } from './set';

let nextId = 0;

/**
 * Repairs `nz-select` of ng-zorro-antd 21.3.3, whose box is an unnamed text field and whose list has
 * no roles: the box becomes a combobox with a name, its value, the state of its list and the option
 * that the arrow keys are on; the list becomes a listbox of options.
 */
@Directive({ selector: 'nz-select[nabLabel]' })
export class SelectRole implements OnInit {
  readonly nabLabel = input.required<string>();
  /** Id of the sentence that explains the field, and whether that sentence is a fault. */
  readonly nabNote = input<string | null>(null);
  readonly nabInvalid = input(false);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly select = inject(NzSelectComponent);
  private readonly destroyRef = inject(DestroyRef);
  private readonly id = `nab-select-${nextId++}`;
  private readonly changes = new MutationObserver(() => this.mendBox());
  private readonly list = new MutationObserver(() => this.mendList());
  private readonly overlays = nameOverlayRegion();

  constructor() {
    effect(() => {
      this.nabLabel();
      this.nabNote();
      this.nabInvalid();
      this.mendBox();
    });
  }

  ngOnInit(): void {
    this.changes.observe(this.host, { childList: true, subtree: true, characterData: true });
    this.select.nzOpenChange
      .pipe(takeUntilDestroyed(this.destroyRef))
      .subscribe((open) => (open ? this.opened() : this.closed()));
    this.destroyRef.onDestroy(() => {
      this.changes.disconnect();
      this.list.disconnect();
    });
    this.mendBox();
  }

  private get box(): HTMLInputElement | null {
    return this.host.querySelector('input.ant-select-selection-search-input');
  }

  /** Sets only what is not so yet, or the observer would never rest. */
  private mendBox(): void {
    const { box } = this;
    if (!box) return;
    set(box, 'role', 'combobox');
    set(box, 'aria-label', this.nabLabel());
    set(box, 'aria-haspopup', 'listbox');
    set(box, 'aria-expanded', String(this.select.nzOpen));
    set(box, 'aria-invalid', String(this.nabInvalid()));
    const shown = this.host.querySelector('nz-select-item');
    if (shown) set(shown, 'id', `${this.id}-value`);
    const described = [shown && `${this.id}-value`, this.nabNote()].filter(Boolean).join(' ');
    set(box, 'aria-describedby', described || null);
  }

  private opened(): void {
    this.mendBox();
    // The list is put into the overlay some rounds later, on a busy device many.
    this.list.observe(this.overlays, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['class'],
    });
    this.mendList();
  }

  private closed(): void {
    this.list.disconnect();
    this.mendBox();
    this.box?.removeAttribute('aria-activedescendant');
    this.box?.removeAttribute('aria-controls');
  }

  /** The list of this select: a list that is still closing bears another one's id. */
  private container(): HTMLElement | null {
    const lists = [...this.overlays.querySelectorAll<HTMLElement>('nz-option-container')];
    const free = lists.filter((list) => {
      const id = list.querySelector('cdk-virtual-scroll-viewport')?.id ?? '';
      return id === '' || id === `${this.id}-list`;
    });
    return free[free.length - 1] ?? null;
  }

  private mendList(): void {
    const { box } = this;
    const container = this.container();
    // What scrolls must be the list itself, or it would have to be a stop for the keyboard.
    const list = container?.querySelector('cdk-virtual-scroll-viewport');
    const wrapper = list?.querySelector('.cdk-virtual-scroll-content-wrapper');
    if (!box || !container || !list || !wrapper) return;
    set(wrapper, 'role', 'presentation');
    set(list, 'role', 'listbox');
    set(list, 'id', `${this.id}-list`);
    set(list, 'aria-label', this.nabLabel());
    set(box, 'aria-controls', `${this.id}-list`);
    set(box, 'aria-expanded', 'true');
    let active: string | null = null;
    container.querySelectorAll('nz-option-item').forEach((option, i) => {
      const id = `${this.id}-option-${i}`;
      set(option, 'role', 'option');
      set(option, 'id', id);
      const chosen = option.classList.contains('ant-select-item-option-selected');
      set(option, 'aria-selected', String(chosen));
      if (option.classList.contains('ant-select-item-option-disabled')) {
        set(option, 'aria-disabled', 'true');
      }
      if (option.classList.contains('ant-select-item-option-active')) active = id;
    });
    if (active !== null) set(box, 'aria-activedescendant', active);
  }
}
