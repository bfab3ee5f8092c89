import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { formatQuantity } from '@nab/core/quantities';
import type { RulerReading } from '@nab/core/experiments';
import { fittedBox, Chart, numberedAxis, type ChartBox } from '../../ui/charts';
import { fieldText } from './raster';

const BOX: ChartBox = {
  width: 340,
  height: 230,
  margin: { top: 12, right: 12, bottom: 54, left: 92 },
};

/** Readings along the ruler in one picture. */
export interface RulerLine {
  readonly name: string;
  readonly readings: readonly RulerReading[];
}

/** Strength along the ruler, a curve a picture, with the numbers as a table. */
@Component({
  selector: 'nab-ruler-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let d = drawing();
    <nab-chart
      label="Strength along the ruler; the numbers are in the table below"
      [box]="box()"
      [axes]="d.axes"
      [table]="table()"
    >
      @for (curve of d.curves; track curve.name) {
        <svg:path
          [attr.d]="curve.path"
          fill="none"
          [attr.stroke]="curve.colour"
          stroke-width="2.2"
          [attr.stroke-dasharray]="curve.dash"
        />
        <svg:text
          [attr.x]="curve.x"
          [attr.y]="curve.y"
          text-anchor="end"
          [style.fill]="curve.colour"
        >
          {{ curve.name }}
        </svg:text>
      }
    </nab-chart>
  `,
})
export class RulerChart {
  readonly lines = input.required<readonly RulerLine[]>();
  protected readonly box = fittedBox(BOX);

  protected readonly drawing = computed(() => {
    const box = this.box();
    const lines = this.lines();
    const size = ({ across, along }: RulerReading): number =>
      Math.max(1e-7, Math.hypot(across, along));
    const all = lines.flatMap(({ readings }) => readings.map(size));
    const most = Math.max(1e-6, ...all);
    const least = Math.min(most / 10, ...all);
    const length = Math.max(
      1e-3,
      ...lines.flatMap(({ readings }) => readings.map((r) => r.distance)),
    );
    const x = scaleLinear([0, length], [box.margin.left, box.width - box.margin.right]);
    const y = scaleLog([least, most], [box.height - box.margin.bottom, box.margin.top]).nice();
    const path = line<RulerReading>(
      (r) => x(r.distance),
      (r) => y(size(r)),
    );
    const powers = y
      .ticks()
      .filter((v) => Math.abs(Math.log10(v) - Math.round(Math.log10(v))) < 1e-9);
    return {
      axes: {
        across: numberedAxis(x, 'along the ruler from its ring, mm', {
          text: (v) => String(Math.round(v * 1e4) / 10),
          ticks: 4,
        }),
        up: numberedAxis(y, 'strength', { text: fieldText, ticks: powers }),
      },
      curves: lines.map(({ name, readings }, k) => {
        const near = readings[Math.floor(readings.length * (0.9 - 0.25 * k))];
        return {
          name,
          path: path(readings as RulerReading[]) ?? '',
          colour: k === 0 ? 'var(--nab-copper)' : 'var(--nab-series-1)',
          dash: k === 0 ? null : '8 4',
          x: near ? x(near.distance) : 0,
          y: near ? y(size(near)) - 12 : 0,
        };
      }),
    };
  });

  /** Every sixth reading: as many rows as can be read aloud. */
  protected readonly table = computed(() => {
    const lines = this.lines();
    return {
      caption: 'Strength along the ruler as a table',
      columns: [{ name: 'Along the ruler' }, ...lines.map(({ name }) => ({ name }))],
      rows: (lines[0]?.readings ?? [])
        .map(({ distance }, k) => [
          formatQuantity(distance, 'length', 'mm'),
          ...lines.map(({ readings }) => {
            const { across, along } = readings[k]!;
            return fieldText(Math.hypot(across, along));
          }),
        ])
        .filter((_, k) => k % 6 === 0),
    };
  });
}
