import { afterNextRender, DestroyRef, Directive, ElementRef, inject, input } from '@angular/core';
import { install, uninstall } from '@github/hotkey';

/**
 * Keys that press a button or lead into a field, such as `t` or `Mod+z`, several with commas. They
 * rest while somebody types into a field. On a field of Nab's own the keys lead into its box.
 */
@Directive({ selector: '[nabKeys]' })
export class Keys {
  readonly nabKeys = input.required<string>();

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const target = host.matches('button, input, select')
        ? host
        : host.querySelector<HTMLElement>('input, select');
      if (!target) return;
      // What is typed next replaces what stands there.
      const chosen = (): void => {
        if (target instanceof HTMLInputElement) queueMicrotask(() => target.select());
      };
      install(target, this.nabKeys());
      target.addEventListener('hotkey-fire', chosen);
      destroyed.onDestroy(() => uninstall(target));
    });
  }
}
