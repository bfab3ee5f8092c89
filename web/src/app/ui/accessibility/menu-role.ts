import { afterEveryRender, Directive, ElementRef, inject, input } from '@angular/core';
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
    inject(NzDropdownDirective)
      .nzVisibleChange.pipe(takeUntilDestroyed())
      .subscribe((open) => set(this.host, 'aria-expanded', String(open)));
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

  private open = false;
  private before: Element | null = null;

  constructor() {
    // The list is made once with its page and put into the overlay each time it opens.
    afterEveryRender(() => {
      const { isConnected } = this.host;
      if (isConnected === this.open) return;
      this.open = isConnected;
      if (isConnected) this.enter();
      else this.leave();
    });
  }

  private enter(): void {
    this.before = document.activeElement;
    for (const item of this.items) item.tabIndex = -1;
    this.items[0]?.focus();
  }

  /** Waits for the menu to go, which it does in its own time. */
  private closing(looks = 20): void {
    if (!this.host.isConnected) this.leave();
    else if (looks > 0) setTimeout(() => this.closing(looks - 1), 50);
  }

  /** Closed by a key, the menu gives the focus back to its button. */
  private leave(): void {
    const lost = document.activeElement === null || document.activeElement === document.body;
    if (lost && this.before instanceof HTMLElement) this.before.focus();
  }

  private get items(): HTMLElement[] {
    return [...this.host.querySelectorAll<HTMLElement>('li[role^=menuitem]')].filter(
      (item) => item.getAttribute('aria-disabled') !== 'true',
    );
  }

  protected press(event: KeyboardEvent): void {
    if (event.key === 'Escape') {
      this.closing();
      return;
    }
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
