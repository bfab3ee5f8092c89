import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SheetInk, SheetPage } from '@nab/contract/lesson';

/** mm of a point. */
const MM_PER_POINT = 25.4 / 72;

/** The inks of a page on paper: the same on a dark screen, since paper is light. */
const INKS: Readonly<Record<SheetInk, string>> = {
  ink: '#1d2b33',
  soft: '#53626a',
  grid: '#c9c3b4',
  copper: '#a9501b',
  steel: '#5a6b78',
  wash: '#f1ede3',
};

/** A printed page at its true size, or as small as the room it gets. */
@Component({
  selector: 'nab-page-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      background: #fff;
    }
    @media screen {
      svg {
        width: 100%;
        height: auto;
      }
    }
  `,
  template: `
    @let p = page();
    <svg
      [attr.viewBox]="'0 0 ' + p.width + ' ' + p.height"
      [attr.width]="p.width + 'mm'"
      [attr.height]="p.height + 'mm'"
      role="img"
      [attr.aria-label]="label()"
    >
      @for (part of p.parts; track $index) {
        @for (mark of part.marks; track $index) {
          @if (mark.kind === 'text') {
            <text
              [attr.x]="mark.x"
              [attr.y]="mark.y"
              [attr.font-size]="mark.size * mmPerPoint"
              [attr.font-family]="mark.face === 'mono' ? 'var(--nab-mono)' : 'var(--nab-text)'"
              [attr.font-weight]="mark.face === 'bold' ? 700 : 400"
              [attr.fill]="inks[mark.ink]"
              [attr.transform]="
                mark.turn ? 'rotate(' + mark.turn + ' ' + mark.x + ' ' + mark.y + ')' : null
              "
            >
              {{ mark.text }}
            </text>
          } @else {
            <path
              [attr.d]="mark.d"
              [attr.fill]="mark.fill ? inks[mark.fill] : 'none'"
              [attr.stroke]="mark.stroke ? inks[mark.stroke] : null"
              [attr.stroke-width]="mark.width ?? null"
              [attr.stroke-dasharray]="mark.dash ? mark.dash.join(' ') : null"
            />
          }
        }
      }
    </svg>
  `,
})
export class PageView {
  readonly page = input.required<SheetPage>();
  protected readonly inks = INKS;
  protected readonly mmPerPoint = MM_PER_POINT;
  /** What is written on it, for those who hear it. */
  protected readonly label = computed(() =>
    this.page()
      .parts.flatMap(({ alt, marks }) => [
        ...(alt ? [alt] : []),
        ...marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : [])),
      ])
      .join(' '),
  );
}
