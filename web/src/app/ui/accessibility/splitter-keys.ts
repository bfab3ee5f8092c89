import { afterEveryRender, Directive, ElementRef, inject, input, output } from '@angular/core';
import { set } from './set';

/** Steps of the arrow keys and of the page keys, in percent of the splitter. */
const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -2,
  ArrowRight: 2,
  PageUp: -10,
  PageDown: 10,
};

/**
 * Repairs `nz-splitter` of ng-zorro-antd 21.3.3: its bar is a separator that has no name, does not say
 * which way it lies and cannot be reached or moved by the keyboard.
 */
@Directive({ selector: 'nz-splitter[nabLabel]', host: { '(keydown)': 'press($event)' } })
export class SplitterKeys {
  readonly nabLabel = input.required<string>();
  /** By how many percent the bar was moved. */
  readonly nabMove = output<number>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    afterEveryRender(() => {
      const bar = this.host.querySelector('.ant-splitter-bar');
      if (!bar) return;
      set(bar, 'tabindex', '0');
      set(bar, 'aria-label', this.nabLabel());
      set(bar, 'aria-orientation', 'vertical');
    });
  }

  protected press(event: KeyboardEvent): void {
    const step = STEPS[event.key];
    const onBar = event.target instanceof Element && event.target.matches('.ant-splitter-bar');
    if (step === undefined || !onBar) return;
    event.preventDefault();
    this.nabMove.emit(step);
  }
}
