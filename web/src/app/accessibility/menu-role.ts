import {
  afterNextRender,
  DestroyRef,
  Directive,
  ElementRef,
  inject,
  Injector,
  input,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NzDropdownDirective } from 'ng-zorro-antd/dropdown';
import { set } from './set';

/**
 * Repairs `nz-dropdown` of ng-zorro-antd 21.3.3: its trigger does not say that it opens a menu, the
 * menu has no roles, and the keys that walk a menu do nothing. Goes on the trigger.
 */
@Directive({
  selector: '[nz-dropdown][nabMenu]',
  host: { 'aria-haspopup': 'menu', 'aria-expanded': 'false' },
})
export class MenuTrigger {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    const dropdown = inject(NzDropdownDirective);
    const destroyed = inject(DestroyRef);
    dropdown.nzVisibleChange.pipe(takeUntilDestroyed(destroyed)).subscribe((open) => {
      set(this.host, 'aria-expanded', String(open));
      // Whoever closed the menu with a key stands where the menu was opened.
      if (!open && MenuList.holdsFocus()) this.host.focus();
    });
  }
}

/**
 * The list of a dropdown or context menu as a menu: roles, a name, the first thing in focus when it
 * opens, arrow keys, and the keys that choose. Escape gives the focus back where it was.
 */
@Directive({
  selector: 'ul[nz-menu][nabLabel]',
  host: {
    role: 'menu',
    '[attr.aria-label]': 'nabLabel()',
    '(keydown)': 'press($event)',
  },
})
export class MenuList {
  readonly nabLabel = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  static holdsFocus(): boolean {
    const focused = document.activeElement;
    return focused === null || focused === document.body || focused.closest('ul[nz-menu]') !== null;
  }

  constructor() {
    const before = document.activeElement;
    afterNextRender(
      () => {
        for (const item of this.items) item.tabIndex = -1;
        this.items[0]?.focus();
      },
      { injector: inject(Injector) },
    );
    inject(DestroyRef).onDestroy(() => {
      if (MenuList.holdsFocus() && before instanceof HTMLElement) before.focus();
    });
  }

  private get items(): HTMLElement[] {
    return [...this.host.querySelectorAll<HTMLElement>('li[role^=menuitem]')].filter(
      (item) => item.getAttribute('aria-disabled') !== 'true',
    );
  }

  protected press(event: KeyboardEvent): void {
    const { items } = this;
    const at = items.findIndex((item) => item === document.activeElement);
    const to: Record<string, number> = {
      ArrowDown: (at + 1) % items.length,
      ArrowUp: (at - 1 + items.length) % items.length,
      Home: 0,
      End: items.length - 1,
    };
    const next = to[event.key];
    if (next !== undefined) items[next]?.focus();
    else if (event.key === 'Enter' || event.key === ' ') items[at]?.click();
    else if (/^\p{L}$/u.test(event.key)) {
      const named = (item: HTMLElement): boolean =>
        item.textContent.trim().toLowerCase().startsWith(event.key.toLowerCase());
      [...items.slice(at + 1), ...items].find(named)?.focus();
    } else return;
    event.preventDefault();
    event.stopPropagation();
  }
}
