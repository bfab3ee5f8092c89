import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { STEPS, type ChartPlace } from './chart-handle';

/** Room of a letter and around a text, in the drawing's own units. */
const LETTER = 7.4;
const ROOM = 8;
const KEYS: Readonly<Record<string, number>> = { ...STEPS, Home: -Infinity, End: Infinity };

/**
 * What goes from trial to trial by the arrow keys and says each: one stop of the Tab key for all of
 * them. Under a pointer it shows what lies there.
 */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector -- an element of SVG
  selector: 'g[nabPointCursor]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    role: 'slider',
    tabindex: '0',
    'aria-label': 'Trials, one by one',
    'aria-valuemin': '1',
    '[attr.aria-valuemax]': 'count()',
    '[attr.aria-valuenow]': 'index() + 1',
    '[attr.aria-valuetext]': 'text()',
    '[attr.transform]': 'transform()',
    '(focus)': 'focused.set(true)',
    '(blur)': 'focused.set(false)',
    '(keydown)': 'press($event)',
  },
  styles: `
    :host {
      outline: none;
      pointer-events: none;
    }
    text {
      font-size: 14px;
      fill: var(--nab-ink);
    }
    rect {
      fill: var(--nab-sheet);
      stroke: var(--nab-steel);
    }
  `,
  template: `
    @if (focused() || hovered()) {
      <svg:circle r="10" fill="none" stroke="var(--nab-ink)" stroke-width="2" />
      @let b = bubble();
      <svg:rect [attr.x]="b.x" [attr.y]="b.y" [attr.width]="b.width" height="24" rx="2" />
      <svg:text [attr.x]="b.x + b.width / 2" [attr.y]="b.y + 17" text-anchor="middle">
        {{ text() }}
      </svg:text>
    }
  `,
})
export class PointCursor {
  readonly at = input.required<ChartPlace>();
  readonly index = input.required<number>();
  readonly count = input.required<number>();
  readonly text = input.required<string>();
  /** Whether a pointer is over it. */
  readonly hovered = input(false);
  /** Width of the drawing, within which the text stays. */
  readonly within = input.required<number>();
  /** The trial that is wanted next. */
  readonly choose = output<number>();
  /** How much more closely it is looked at; 0 for all of it. */
  readonly closer = output<number>();

  protected readonly focused = signal(false);
  protected readonly transform = computed(() => `translate(${this.at().x},${this.at().y})`);
  protected readonly bubble = computed(() => {
    const width = this.text().length * LETTER + 2 * ROOM;
    const { x, y } = this.at();
    const left = Math.min(Math.max(x - width / 2, 2), Math.max(2, this.within() - width - 2));
    return { x: left - x, y: y > 44 ? -42 : 18, width };
  });

  protected press(event: KeyboardEvent): void {
    const by = KEYS[event.key];
    if (by !== undefined) {
      this.choose.emit(Math.min(this.count() - 1, Math.max(0, this.index() + by)));
    } else if (event.key === '+') this.closer.emit(1.5);
    else if (event.key === '-') this.closer.emit(1 / 1.5);
    else if (event.key === '0') this.closer.emit(0);
    else return;
    event.preventDefault();
  }
}
