import { ChangeDetectionStrategy, Component, input } from '@angular/core';

export type MarkState = 'live' | 'rest' | 'caution' | 'stop';

/** The shape of a state: filled disc live, ring at rest, triangle caution, octagon stop. */
@Component({
  selector: 'nab-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { 'aria-hidden': 'true' },
  styles: `
    :host {
      display: inline-flex;
    }
    svg {
      width: 20px;
      height: 20px;
    }
  `,
  template: `
    <svg viewBox="0 0 20 20">
      @switch (state()) {
        @case ('live') {
          <circle cx="10" cy="10" r="7" fill="var(--nab-copper)" />
        }
        @case ('rest') {
          <circle
            cx="10"
            cy="10"
            r="6"
            fill="none"
            stroke="var(--nab-verdigris)"
            stroke-width="2.5"
          />
        }
        @case ('caution') {
          <path
            d="M10 2.5 18.5 17.5H1.5Z"
            fill="none"
            stroke="var(--nab-amber)"
            stroke-width="2"
            stroke-linejoin="round"
          />
          <path d="M10 8v4.5M10 14.6v.6" stroke="var(--nab-amber)" stroke-width="2" />
        }
        @case ('stop') {
          <path d="M6.3 1.5h7.4l4.8 4.8v7.4l-4.8 4.8H6.3l-4.8-4.8V6.3Z" fill="var(--nab-enamel)" />
          <path d="M6.5 10h7" stroke="var(--nab-sheet)" stroke-width="2.4" />
        }
      }
    </svg>
  `,
})
export class StateMark {
  readonly state = input.required<MarkState>();
}
