import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Spinner, SpinnerEvaluation } from '@nab/core/experiments';
import { stageSize } from '../../ui/drawing';
import { spinnerPicture, spinnerWidth } from './spinner-picture';

/** The cell on its magnets, and the wire that turns on it, seen from the side. */
@Component({
  selector: 'nab-spinner-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: block;
      width: 100%;
      height: 100%;
    }
    svg {
      display: block;
      width: 100%;
      height: 100%;
    }
    text {
      font-size: 17px;
      font-weight: 650;
      fill: var(--nab-ink);
    }
  `,
  template: `
    @let d = picture();
    <svg
      [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height"
      role="img"
      [attr.aria-label]="label()"
    >
      <path
        [attr.d]="d.behind"
        fill="none"
        stroke="var(--nab-copper)"
        stroke-opacity="0.5"
        stroke-linecap="round"
        [attr.stroke-width]="d.wire"
      />
      <path [attr.d]="d.cell" fill="var(--nab-sheet)" stroke="var(--nab-ink)" stroke-width="1.6" />
      <path [attr.d]="d.magnets" fill="var(--nab-sheet)" />
      <path
        [attr.d]="d.magnets"
        fill="var(--nab-steel)"
        fill-opacity="0.25"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
      />
      @for (mark of d.marks; track mark.text) {
        <text text-anchor="middle" [attr.x]="mark.x" [attr.y]="mark.y">{{ mark.text }}</text>
      }
      @for (mark of d.poles; track mark.text) {
        <text text-anchor="middle" [attr.x]="mark.x" [attr.y]="mark.y">{{ mark.text }}</text>
      }
      <path
        [attr.d]="d.before"
        fill="none"
        stroke="var(--nab-copper)"
        stroke-linecap="round"
        [attr.stroke-width]="d.wire"
      />
    </svg>
  `,
})
export class SpinnerDrawing {
  readonly design = input.required<Spinner>();
  readonly evaluation = input.required<SpinnerEvaluation>();
  /** How far it has turned, rad, anticlockwise from above. */
  readonly angle = input(0);
  protected readonly size = stageSize((height) =>
    spinnerWidth(this.design(), this.evaluation(), height),
  );
  protected readonly picture = computed(() =>
    spinnerPicture(this.design(), this.evaluation(), this.angle(), this.size()),
  );
  protected readonly label = computed(() => {
    const { state, turns } = this.evaluation();
    return `A cell on its magnets and the wire on its nub, from the side${state === 'turns' ? `; it turns ${turns} as seen from above` : ''}`;
  });
}
