import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import type { RollingCell, RollingCellEvaluation } from '@nab/core/experiments';
import { ChartHandle, type ChartPlace } from '../../ui/charts';
import { stageSize } from '../../ui/drawing';
import { trackPicture } from './track-picture';

/** The cell in its coil, cut through the axis, and below it the whole track with the place of the cell. */
@Component({
  selector: 'nab-track-drawing',
  imports: [ChartHandle],
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
      font-size: 15px;
      fill: var(--nab-ink-soft);
    }
    .pole {
      font-weight: 650;
      fill: var(--nab-ink);
    }
  `,
  template: `
    @let d = picture();
    <svg
      [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height"
      role="group"
      aria-label="The cell with its magnets in the coil, cut through the axis, and the whole track"
    >
      <path
        [attr.d]="d.turns"
        fill="var(--nab-sheet)"
        stroke="var(--nab-copper)"
        stroke-opacity="0.7"
        stroke-width="1.2"
      />
      <path [attr.d]="d.live" fill="var(--nab-copper)" />
      <path
        [attr.d]="d.cell"
        fill="var(--nab-sheet)"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
        stroke-linejoin="round"
      />
      <path [attr.d]="d.washer" fill="var(--nab-ink-soft)" />
      @for (mark of d.terminals; track mark.text) {
        <text class="pole" text-anchor="middle" [attr.x]="mark.x" [attr.y]="mark.y">
          {{ mark.text }}
        </text>
      }
      <path
        [attr.d]="d.magnets"
        fill="var(--nab-steel)"
        fill-opacity="0.25"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
      />
      @for (mark of d.poles; track $index) {
        <text class="pole" text-anchor="middle" [attr.x]="mark.x" [attr.y]="mark.y">
          {{ mark.text }}
        </text>
      }
      <path
        [attr.d]="d.arrows"
        fill="none"
        stroke="var(--nab-enamel)"
        stroke-width="3"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
      @for (mark of d.forces; track $index) {
        <text text-anchor="middle" [attr.x]="mark.x" [attr.y]="mark.y">{{ mark.text }}</text>
      }
      <path [attr.d]="d.track" stroke="var(--nab-copper)" stroke-opacity="0.7" stroke-width="8" />
      <path [attr.d]="d.liveOfTrack" stroke="var(--nab-copper)" stroke-width="12" />
      <text [attr.x]="d.left" [attr.y]="d.below">in here</text>
      <text [attr.x]="d.right" [attr.y]="d.below" text-anchor="end">{{ trackText() }}</text>
      @if (d.speed; as speed) {
        <path [attr.d]="speed.axes" fill="none" stroke="var(--nab-steel)" stroke-width="1.4" />
        <path [attr.d]="speed.curve" fill="none" stroke="var(--nab-ink)" stroke-width="2" />
        <path
          [attr.d]="'M' + speed.here.x + ' ' + (speed.top - 2) + 'V' + speed.bottom"
          stroke="var(--nab-copper)"
          stroke-width="1.4"
          stroke-dasharray="5 4"
        />
        <circle r="5" fill="var(--nab-ink)" [attr.cx]="speed.here.x" [attr.cy]="speed.here.y" />
        <text text-anchor="end" [attr.x]="d.right" [attr.y]="speed.top - 6">
          {{ speed.fastest }}
        </text>
        <text text-anchor="end" [attr.x]="d.right" [attr.y]="speed.bottom + 24">{{ here() }}</text>
      }
      <svg:g
        nabChartHandle
        along="across"
        label="Place of the cell in the track"
        [at]="d.handle"
        [value]="centimetres()"
        [text]="text()"
        (put)="put($event)"
        (step)="move($event)"
      />
    </svg>
  `,
})
export class TrackDrawing {
  readonly design = input.required<RollingCell>();
  readonly evaluation = input.required<RollingCellEvaluation>();
  /** Way of the cell from where both magnets are just inside, m. */
  readonly way = model.required<number>();
  protected readonly size = stageSize();

  protected readonly picture = computed(() =>
    trackPicture(this.design(), this.evaluation(), this.way(), this.size()),
  );
  protected readonly most = computed(
    () => this.design().track.length - this.evaluation().trainLength,
  );
  protected readonly centimetres = computed(() => Math.round(1000 * this.way()) / 10);
  protected readonly trackText = computed(() =>
    formatQuantity(this.design().track.length, 'length', 'cm'),
  );
  /** Where it is, and how fast it is there. */
  protected readonly text = computed(() => {
    const at = `${formatQuantity(this.way(), 'length', 'cm', 3)} from where it is let go`;
    return this.here() ? `${at}: ${this.here()}` : at;
  });
  protected readonly here = computed(() => {
    const { run } = this.evaluation();
    if (!run) return '';
    const time = run.motion.timeOf(this.way());
    return `${formatNumber(run.motion.speedAt(time), 2)} m/s after ${formatQuantity(time, 'time', 's', 2)}`;
  });

  protected put({ x }: ChartPlace): void {
    const { left, right } = this.picture();
    const { trainLength } = this.evaluation();
    const { length } = this.design().track;
    this.set(((x - left) / (right - left)) * length - trainLength / 2);
  }

  protected move(steps: number): void {
    this.set(this.way() + (steps * this.most()) / 50);
  }

  private set(way: number): void {
    this.way.set(Math.min(this.most(), Math.max(0, way)));
  }
}
