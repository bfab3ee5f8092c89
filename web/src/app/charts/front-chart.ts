import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { curveStepAfter, line, scaleLinear, scaleLog } from 'd3';
import { predictiveBand, PRIOR_BELIEF, type FoundDesign } from '@nab/core';
import { bandText, countText, wireText } from '../words';

const BOX = { width: 1000, height: 300, left: 64, right: 24, top: 16, bottom: 46 };

/** Lift against wire of the designs that were found; each point can be chosen. */
@Component({
  selector: 'nab-front-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    svg {
      display: block;
      width: 100%;
      height: auto;
      background: var(--nab-sheet);
      border: 1px solid var(--nab-grid);
    }
    text {
      font-size: 14px;
      fill: var(--nab-ink-soft);
    }
    .point {
      cursor: pointer;
    }
    .point:focus-visible {
      outline: none;
      stroke: var(--nab-ink);
      stroke-width: 4;
    }
    .label {
      font-size: 15px;
      font-weight: 650;
      fill: var(--nab-ink);
    }
  `,
  template: `
    @let d = drawing();
    <svg
      viewBox="0 0 1000 300"
      role="group"
      aria-label="Objects lifted against wire; the table below has the numbers"
    >
      @for (tick of d.y; track tick.at) {
        <line x1="64" x2="976" [attr.y1]="tick.at" [attr.y2]="tick.at" stroke="var(--nab-grid)" />
        <text x="56" [attr.y]="tick.at + 5" text-anchor="end">{{ tick.text }}</text>
      }
      @for (tick of d.x; track tick.at) {
        <line [attr.x1]="tick.at" [attr.x2]="tick.at" y1="16" y2="254" stroke="var(--nab-grid)" />
        <text [attr.x]="tick.at" y="272" text-anchor="middle">{{ tick.text }}</text>
      }
      <text x="976" y="292" text-anchor="end">wire for one magnet, m</text>
      <text x="64" y="292">{{ objects() }} lifted, expected</text>
      <path [attr.d]="d.line" fill="none" stroke="var(--nab-verdigris)" stroke-width="2" />
      @for (point of d.points; track $index) {
        <circle
          class="point"
          role="button"
          tabindex="0"
          [attr.cx]="point.x"
          [attr.cy]="point.y"
          [attr.r]="$index === chosen() ? 9 : 6"
          [attr.fill]="$index === chosen() ? 'var(--nab-copper)' : 'var(--nab-sheet)'"
          stroke="var(--nab-copper)"
          stroke-width="2.5"
          [attr.aria-label]="point.label"
          [attr.aria-pressed]="$index === chosen()"
          (click)="chosenChange.emit($index)"
          (keydown.enter)="chosenChange.emit($index)"
          (keydown.space)="$event.preventDefault(); chosenChange.emit($index)"
        />
      }
      @if (d.label; as label) {
        <text class="label" [attr.x]="label.x" [attr.y]="label.y" [attr.text-anchor]="label.anchor">
          {{ label.text }}
        </text>
      }
    </svg>
  `,
})
export class FrontChart {
  readonly designs = input.required<readonly FoundDesign[]>();
  readonly objects = input.required<string>();
  readonly chosen = input.required<number | null>();
  readonly chosenChange = output<number>();

  protected readonly drawing = computed(() => {
    const designs = this.designs();
    const wires = designs.map(({ wire }) => wire);
    const x = scaleLog(
      [Math.min(...wires) * 0.9, Math.max(...wires) * 1.1],
      [BOX.left, BOX.width - BOX.right],
    );
    const y = scaleLinear(
      [0, Math.max(1, ...designs.map(({ liftedCount }) => liftedCount)) * 1.08],
      [BOX.height - BOX.bottom, BOX.top],
    );
    const points = designs.map((design) => ({
      x: x(design.wire),
      y: y(design.liftedCount),
      label: `about ${countText(design.liftedCount)} ${this.objects()} (${bandText(predictiveBand(PRIOR_BELIEF, design.liftedCount))}) with ${wireText(design.wire)}`,
    }));
    const chosen = this.chosen();
    const at = chosen === null ? undefined : points[chosen];
    return {
      points,
      line: line<{ x: number; y: number }>(
        (p) => p.x,
        (p) => p.y,
      ).curve(curveStepAfter)(points),
      x: x
        .ticks(6)
        .filter((tick) => [1, 2, 5].includes(Number(tick.toExponential()[0])))
        .map((tick) => ({ at: x(tick), text: String(tick) })),
      y: y.ticks(5).map((tick) => ({ at: y(tick), text: String(tick) })),
      label: at && {
        text: at.label,
        x: at.x > BOX.width / 2 ? at.x - 14 : at.x + 14,
        y: Math.max(24, at.y - 12),
        anchor: at.x > BOX.width / 2 ? 'end' : 'start',
      },
    };
  });
}
