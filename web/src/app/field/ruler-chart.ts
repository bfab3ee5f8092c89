import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { line, scaleLinear, scaleLog } from 'd3';
import { formatQuantity, type RulerReading } from '@nab/core';
import { fieldText } from './raster';

const BOX = { width: 440, height: 250, left: 66, right: 12, top: 12, bottom: 44 };

/** Readings along the ruler in one picture. */
export interface RulerLine {
  readonly name: string;
  readonly readings: readonly RulerReading[];
}

/** Strength along the ruler, a curve a picture, with the numbers as a table. */
@Component({
  selector: 'nab-ruler-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../charts/chart.less',
  template: `
    @let d = drawing();
    <svg
      [attr.viewBox]="'0 0 ' + box.width + ' ' + box.height"
      role="img"
      aria-label="Strength along the ruler; the numbers are in the table below"
    >
      @for (tick of d.x; track tick.text) {
        <line [attr.x1]="tick.at" [attr.x2]="tick.at" y1="12" y2="206" stroke="var(--nab-grid)" />
        <text [attr.x]="tick.at" y="224" text-anchor="middle">{{ tick.text }}</text>
      }
      @for (tick of d.y; track tick.text) {
        <line x1="66" x2="428" [attr.y1]="tick.at" [attr.y2]="tick.at" stroke="var(--nab-grid)" />
        <text x="60" [attr.y]="tick.at + 5" text-anchor="end">{{ tick.text }}</text>
      }
      @for (curve of d.curves; track curve.name) {
        <path
          [attr.d]="curve.path"
          fill="none"
          [attr.stroke]="curve.colour"
          stroke-width="2.2"
          [attr.stroke-dasharray]="curve.dash"
        />
        <text [attr.x]="curve.x" [attr.y]="curve.y" text-anchor="end" [style.fill]="curve.colour">
          {{ curve.name }}
        </text>
      }
      <text x="428" y="243" text-anchor="end">along the ruler from its ring, mm</text>
    </svg>
    <details>
      <summary>Strength along the ruler as a table</summary>
      <table class="nab-table">
        <thead>
          <tr>
            <th scope="col" class="num">Along the ruler</th>
            @for (one of lines(); track one.name) {
              <th scope="col" class="num">{{ one.name }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track row.distance) {
            <tr>
              <td class="num">{{ row.distance }}</td>
              @for (cell of row.cells; track $index) {
                <td class="num">{{ cell }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </details>
  `,
})
export class RulerChart {
  readonly lines = input.required<readonly RulerLine[]>();
  protected readonly box = BOX;

  protected readonly drawing = computed(() => {
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
    const x = scaleLinear([0, length], [BOX.left, BOX.width - BOX.right]);
    const y = scaleLog([least, most], [BOX.height - BOX.bottom, BOX.top]).nice();
    const path = line<RulerReading>(
      (r) => x(r.distance),
      (r) => y(size(r)),
    );
    const powers = y
      .ticks()
      .filter((v) => Math.abs(Math.log10(v) - Math.round(Math.log10(v))) < 1e-9);
    return {
      x: x.ticks(5).map((v) => ({ at: x(v), text: String(Math.round(v * 1e4) / 10) })),
      y: powers.map((v) => ({ at: y(v), text: fieldText(v) })),
      curves: lines.map(({ name, readings }, k) => {
        const near = readings[Math.floor(readings.length * (0.9 - 0.25 * k))];
        return {
          name,
          path: path(readings as RulerReading[]) ?? '',
          colour: k === 0 ? 'var(--nab-copper)' : 'var(--nab-series-1)',
          dash: k === 0 ? null : '8 4',
          x: near ? x(near.distance) : 0,
          y: near ? y(size(near)) - 8 : 0,
        };
      }),
    };
  });

  /** Every sixth reading: as many rows as can be read aloud. */
  protected readonly rows = computed(() => {
    const lines = this.lines();
    return (lines[0]?.readings ?? [])
      .map((reading, k) => ({
        distance: formatQuantity(reading.distance, 'length', 'mm'),
        cells: lines.map(({ readings }) => {
          const at = readings[k]!;
          return fieldText(Math.hypot(at.across, at.along));
        }),
      }))
      .filter((_, k) => k % 6 === 0);
  });
}
