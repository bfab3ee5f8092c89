import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Needle, NeedleEvaluation } from '@nab/core/experiments';
import { stageSize } from '../../ui/drawing';
import { needlePicture } from './needle-picture';

/** The needle as it is stroked, and below from above in its bowl, north up. */
@Component({
  selector: 'nab-needle-drawing',
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
      font-size: 16px;
      fill: var(--nab-ink);
    }
    .pole {
      font-weight: 650;
      paint-order: stroke;
      stroke: var(--nab-paper);
      stroke-width: 5px;
      stroke-linejoin: round;
    }
    .soft {
      font-size: 14px;
      fill: var(--nab-ink-soft);
    }
  `,
  template: `
    @let d = picture();
    <svg
      [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height"
      role="img"
      [attr.aria-label]="label()"
    >
      <defs>
        <marker
          id="needle-arrow"
          viewBox="0 0 8 8"
          refX="7"
          refY="4"
          markerWidth="9"
          markerHeight="9"
          orient="auto-start-reverse"
          markerUnits="userSpaceOnUse"
        >
          <path d="M0 0L8 4L0 8Z" fill="var(--nab-copper)" />
        </marker>
      </defs>
      <path [attr.d]="d.table.needle" fill="var(--nab-steel)" />
      <path
        [attr.d]="d.table.stroke"
        fill="none"
        stroke="var(--nab-copper)"
        stroke-width="2"
        marker-end="url(#needle-arrow)"
        [attr.marker-start]="d.table.bothWays ? 'url(#needle-arrow)' : null"
      />
      <path
        [attr.d]="d.table.back"
        fill="none"
        stroke="var(--nab-copper)"
        stroke-width="1.5"
        stroke-dasharray="4 4"
        marker-end="url(#needle-arrow)"
      />
      <rect
        width="26"
        height="42"
        [attr.x]="d.table.magnet.x"
        [attr.y]="d.table.magnet.y"
        fill="var(--nab-sheet)"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
      />
      <text
        class="pole"
        text-anchor="middle"
        [attr.x]="d.table.magnet.x + 13"
        [attr.y]="d.table.magnet.y + 36"
      >
        {{ d.table.magnet.text }}
      </text>
      <text class="soft" [attr.x]="d.table.point.x" [attr.y]="d.table.point.y">point</text>

      <circle
        [attr.cx]="d.bowl.x"
        [attr.cy]="d.bowl.y"
        [attr.r]="d.bowl.r"
        fill="var(--nab-rest-wash)"
        stroke="var(--nab-steel)"
        stroke-width="2"
      />
      <g [attr.transform]="'translate(' + d.bowl.x + ' ' + d.bowl.y + ')'">
        <path [attr.d]="'M0 ' + -d.bowl.r + 'v-14'" stroke="var(--nab-ink-soft)" stroke-width="2" />
        <text class="soft" text-anchor="end" x="-8" [attr.y]="-d.bowl.r - 6">true north</text>
        <g [attr.transform]="'rotate(' + d.magnetic + ')'">
          <path
            [attr.d]="'M0 ' + d.bowl.r + 'V' + -d.bowl.r"
            stroke="var(--nab-verdigris)"
            stroke-width="1.5"
            stroke-dasharray="6 5"
          />
          <path [attr.d]="'M0 ' + (-d.bowl.r - 4) + 'l-6 14h12z'" fill="var(--nab-verdigris)" />
        </g>
        <circle
          [attr.r]="d.float"
          fill="var(--nab-sheet)"
          stroke="var(--nab-ink)"
          stroke-width="1.4"
        />
        <g [attr.transform]="'rotate(' + d.turn + ')'">
          <path [attr.d]="d.shape" fill="var(--nab-steel)" stroke="var(--nab-ink)" />
          <path
            [attr.d]="'M0 ' + d.eye + 'v-8'"
            stroke="var(--nab-sheet)"
            stroke-width="2"
            stroke-linecap="round"
          />
          @for (mark of d.poles; track $index) {
            <text
              class="pole"
              text-anchor="middle"
              dominant-baseline="central"
              [attr.transform]="'translate(0 ' + mark.y + ') rotate(' + d.upright + ')'"
            >
              {{ mark.text }}
            </text>
          }
        </g>
      </g>
    </svg>
  `,
})
export class NeedleDrawing {
  readonly needle = input.required<Needle>();
  readonly evaluation = input.required<NeedleEvaluation>();
  /** How far it has turned from magnetic north, rad, clockwise. */
  readonly angle = input(0);
  readonly declination = input(0);
  protected readonly size = stageSize();
  protected readonly picture = computed(() =>
    needlePicture(this.needle(), this.evaluation(), this.angle(), this.declination(), this.size()),
  );
  protected readonly label = computed(() => {
    const { moment, northEnd } = this.evaluation();
    return `A needle, stroked with the ${this.needle().pole} pole of a magnet that leaves it at its ${this.needle().leavesAt}, and floating in a bowl${moment > 0 ? `; its ${northEnd} is a north pole` : ''}`;
  });
}
