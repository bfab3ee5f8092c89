import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { scaleLog } from 'd3-scale';
import { curveStepAfter, line } from 'd3-shape';
import { countBelief, type FoundDesign } from '@nab/core/experiments';
import { predictiveBand } from '@nab/core/statistics';
import { bandText, countText, wireText } from '@nab/words/terms';
import { numberedAxis } from './axes';
import { Chart } from './chart';
import { fittedBox } from './fitted-box';
import { makeYScale, type ChartBox } from './scales';

const BOX: ChartBox = {
  width: 1000,
  height: 310,
  margin: { top: 16, right: 24, bottom: 54, left: 70 },
};

/** Lift against wire of the designs that were found; each point can be chosen. */
@Component({
  selector: 'nab-front-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
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
    <nab-chart
      label="Objects lifted against wire; the table below has the numbers"
      [box]="box()"
      [axes]="d.axes"
      [pointsAnswer]="true"
    >
      <svg:path [attr.d]="d.line" fill="none" stroke="var(--nab-verdigris)" stroke-width="2" />
      @for (point of d.points; track $index) {
        <svg:circle
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
        <svg:text
          class="label"
          [attr.x]="label.x"
          [attr.y]="label.y"
          [attr.text-anchor]="label.anchor"
        >
          {{ label.text }}
        </svg:text>
      }
    </nab-chart>
  `,
})
export class FrontChart {
  readonly designs = input.required<readonly FoundDesign[]>();
  readonly objects = input.required<string>();
  readonly chosen = input.required<number | null>();
  readonly chosenChange = output<number>();
  protected readonly box = fittedBox(BOX);

  protected readonly drawing = computed(() => {
    const box = this.box();
    const designs = this.designs();
    const wires = designs.map(({ wire }) => wire);
    const x = scaleLog(
      [Math.min(...wires) * 0.9, Math.max(...wires) * 1.1],
      [box.margin.left, box.width - box.margin.right],
    );
    const y = makeYScale(Math.max(1, ...designs.map(({ liftedCount }) => liftedCount)), box);
    const points = designs.map((design) => ({
      x: x(design.wire),
      y: y(design.liftedCount),
      label: `about ${countText(design.liftedCount)} ${this.objects()} (${bandText(predictiveBand(countBelief(design.design), design.liftedCount))}) with ${wireText(design.wire)}`,
    }));
    const chosen = this.chosen();
    const at = chosen === null ? undefined : points[chosen];
    return {
      points,
      line: line<{ x: number; y: number }>(
        (p) => p.x,
        (p) => p.y,
      ).curve(curveStepAfter)(points),
      axes: {
        across: numberedAxis(x, 'wire for one magnet, m', {
          text: String,
          ticks: x.ticks(6).filter((tick) => [1, 2, 5].includes(Number(tick.toExponential()[0]))),
        }),
        up: numberedAxis(y, `${this.objects()} lifted, expected`, { text: String, ticks: 5 }),
      },
      label: at && {
        text: at.label,
        x: at.x > box.width / 2 ? at.x - 14 : at.x + 14,
        y: Math.max(24, at.y - 12),
        anchor: at.x > box.width / 2 ? 'end' : 'start',
      },
    };
  });
}
