import { afterNextRender, DestroyRef, Directive, ElementRef, inject, input } from '@angular/core';
import { install, uninstall } from '@github/hotkey';

/**
 * Keys that press a button or lead into a field, such as `t` or `Mod+z`, several with commas. They
 * rest while somebody types into a field. On a field of Nab's own they lead into its box, on anything
 * else they are a click.
 */
@Directive({ selector: '[nabKeys]' })
export class Keys {
  readonly nabKeys = input.required<string>();

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const target = host.querySelector('input') ?? host;
      // What is typed next replaces the old value.
      const chosen = (): void => {
        if (target instanceof HTMLInputElement) queueMicrotask(() => target.select());
      };
      install(target, this.nabKeys());
      target.addEventListener('hotkey-fire', chosen);
      destroyed.onDestroy(() => uninstall(target));
    });
  }
}
