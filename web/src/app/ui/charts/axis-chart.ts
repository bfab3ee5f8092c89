import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { numberedAxis } from './axes';
import { Chart } from './chart';
import { fittedBox } from './fitted-box';
import { makeYScale, type ChartBox } from './scales';

export interface AxisPoint {
  /** From the middle of the coil, m. */
  readonly z: number;
  /** T. */
  readonly field: number;
}

const BOX: ChartBox = {
  width: 900,
  height: 250,
  margin: { top: 14, right: 20, bottom: 54, left: 70 },
};

/** Flux density along the axis of a coil, the coil itself drawn below the curve. */
@Component({
  selector: 'nab-axis-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let d = drawing();
    <nab-chart
      label="Field along the axis; the numbers are in the table below"
      [box]="box()"
      [axes]="d.axes"
      [table]="d.table"
    >
      <svg:rect
        [attr.x]="d.coil.from"
        [attr.width]="d.coil.to - d.coil.from"
        [attr.y]="d.coil.y"
        height="8"
        fill="var(--nab-copper)"
      />
      <svg:path [attr.d]="d.area" fill="var(--nab-copper)" opacity="0.12" />
      <svg:path [attr.d]="d.line" fill="none" stroke="var(--nab-copper)" stroke-width="2" />
    </nab-chart>
  `,
})
export class AxisChart {
  readonly points = input.required<readonly AxisPoint[]>();
  /** Half the length of the coil, m. */
  readonly half = input.required<number>();
  protected readonly box = fittedBox(BOX);

  protected readonly drawing = computed(() => {
    const box = this.box();
    const points = this.points();
    const { width, margin } = box;
    const x = scaleLinear(
      [points[0]!.z, points[points.length - 1]!.z],
      [margin.left, width - margin.right],
    );
    const y = makeYScale(Math.max(...points.map(({ field }) => field), 1e-9), box);
    const curve = line<AxisPoint>(
      (p) => x(p.z),
      (p) => y(p.field),
    );
    return {
      line: curve(points),
      area: area<AxisPoint>(
        (p) => x(p.z),
        y(0),
        (p) => y(p.field),
      )(points),
      coil: { from: x(-this.half()), to: x(this.half()), y: y(0) - 8 },
      axes: {
        across: numberedAxis(x, 'from the middle of the coil, mm', {
          text: (z) => String(Math.round(z * 1e4) / 10),
          ticks: 8,
        }),
        up: numberedAxis(y, 'field on the axis, mT', {
          text: (b) => String(Math.round(b * 1e6) / 1e3),
          ticks: 4,
        }),
      },
      table: {
        caption: 'Field along the axis as a table',
        columns: [{ name: 'From the middle, mm' }, { name: 'Field, mT' }],
        rows: points
          .filter((_, i) => i % 10 === 0)
          .map((p) => [(p.z * 1000).toFixed(0), (p.field * 1000).toPrecision(3)]),
      },
    };
  });
}
