import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatNumber } from '@nab/core/quantities';
import { scaleLinear } from 'd3-scale';
import {
  fittedBox,
  Chart,
  markerColour,
  markersPath,
  numberedAxis,
  type ChartBox,
} from '../../ui/charts';
import type { OrderedPoint } from './order-data';

const BOX: ChartBox = {
  width: 860,
  height: 240,
  margin: { top: 14, right: 24, bottom: 54, left: 90 },
};

/** More rows nobody reads; all of them are in the files. */
const MOST_ROWS = 1000;

/** How far each trial lies from its level’s mean, in the order in which its group made it. */
@Component({
  selector: 'nab-order-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let d = drawing();
    <nab-chart
      [label]="'How far trials lie from the mean of their level, in the order of each group'"
      [box]="box()"
      [axes]="d.axes"
      [table]="d.table"
    >
      <svg:line
        [attr.x1]="box().margin.left"
        [attr.x2]="box().width - box().margin.right"
        [attr.y1]="d.zero"
        [attr.y2]="d.zero"
        stroke="var(--nab-steel)"
        stroke-width="1.5"
      />
      @for (marks of d.marks; track marks.group) {
        <svg:path
          [attr.d]="marks.path"
          [attr.stroke]="marks.colour"
          fill="var(--nab-sheet)"
          stroke-width="1.8"
        />
      }
    </nab-chart>
  `,
})
export class OrderChart {
  readonly points = input.required<readonly OrderedPoint[]>();
  /** What is read, with its unit. */
  readonly upLabel = input.required<string>();
  protected readonly box = fittedBox(BOX);

  protected readonly drawing = computed(() => {
    const points = this.points();
    const { width, height, margin } = this.box();
    const last = points.reduce((most, { order }) => Math.max(most, order), 2);
    const far = points.reduce((most, { away }) => Math.max(most, Math.abs(away)), 0) * 1.1 || 1;
    const x = scaleLinear([0.5, last + 0.5], [margin.left, width - margin.right]);
    const y = scaleLinear([-far, far], [height - margin.bottom, margin.top]);
    return {
      axes: {
        across: numberedAxis(x, 'trial of its group', {
          text: String,
          ticks: x.ticks(Math.min(last, 12)).filter(Number.isInteger),
        }),
        up: numberedAxis(y, this.upLabel(), {
          text: (value) => formatNumber(value),
          ticks: y.ticks(5),
        }),
      },
      zero: y(0),
      marks: [...new Set(points.map(({ group }) => group))].map((group) => ({
        group,
        colour: markerColour(group),
        path: markersPath(
          group,
          points
            .filter((point) => point.group === group)
            // Groups side by side, so that equal ones do not hide each other.
            .map(({ order, away }) => [x(order) + 5 * (group % 6) - 12, y(away)] as const),
        ),
      })),
      table: {
        caption: 'These trials in words',
        columns: [{ name: 'Trial', words: true }],
        rows: points.slice(0, MOST_ROWS).map(({ label }) => [label]),
      },
    };
  });
}
