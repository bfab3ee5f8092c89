import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3';
import { formatQuantity, type CellStep } from '@nab/core';
import { massText } from '../words';

const BOX = { width: 520, height: 240, left: 64, right: 14, top: 16, bottom: 46 };

/** What is held as cells are taken away one by one: a stair with its band, and the load that hangs. */
@Component({
  selector: 'nab-cells-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './chart.less',
  template: `
    @let d = drawing();
    <svg
      viewBox="0 0 520 240"
      role="img"
      aria-label="Load held as cells are taken away; the numbers are in the table below"
    >
      @for (tick of d.y; track tick.at) {
        <line x1="64" x2="506" [attr.y1]="tick.at" [attr.y2]="tick.at" stroke="var(--nab-grid)" />
        <text x="58" [attr.y]="tick.at + 5" text-anchor="end">{{ tick.text }}</text>
      }
      @for (step of d.steps; track step.cells) {
        <rect
          [attr.x]="step.x"
          [attr.width]="d.wide"
          [attr.y]="step.high"
          [attr.height]="step.low - step.high"
          fill="var(--nab-copper)"
          opacity="0.2"
        />
        <path
          [attr.d]="'M' + step.x + ' ' + step.load + 'h' + d.wide"
          stroke="var(--nab-copper)"
          stroke-width="3"
        />
        <text [attr.x]="step.x + d.wide / 2" y="212" text-anchor="middle">{{ step.cells }}</text>
        <text [attr.x]="step.x + d.wide / 2" [attr.y]="step.high - 5" text-anchor="middle">
          {{ step.word }}
        </text>
      }
      <line
        x1="64"
        x2="506"
        [attr.y1]="d.load"
        [attr.y2]="d.load"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
        stroke-dasharray="7 4"
      />
      <text x="504" [attr.y]="d.load - 5" text-anchor="end" style="fill: var(--nab-ink)">
        the load
      </text>
      <text x="506" y="232" text-anchor="end">cells in series, taken away one by one</text>
    </svg>
    <details>
      <summary>Cells against load as a table</summary>
      <table class="nab-table">
        <thead>
          <tr>
            <th scope="col" class="num">Cells</th>
            <th scope="col" class="num">Holds</th>
            <th scope="col" class="num">From</th>
            <th scope="col" class="num">To</th>
            <th scope="col" class="num">Current</th>
          </tr>
        </thead>
        <tbody>
          @for (row of d.rows; track row.cells) {
            <tr>
              <td class="num">{{ row.cells }}</td>
              <td class="num">{{ row.load }}</td>
              <td class="num">{{ row.low }}</td>
              <td class="num">{{ row.high }}</td>
              <td class="num">{{ row.current }}</td>
            </tr>
          }
        </tbody>
      </table>
    </details>
  `,
})
export class CellsChart {
  readonly steps = input.required<readonly CellStep[]>();
  /** The load that is to hang, kg. */
  readonly load = input.required<number>();

  protected readonly drawing = computed(() => {
    const steps = this.steps();
    const load = this.load();
    const most = Math.max(load * 1.1, ...steps.map(({ high }) => high)) * 1.08;
    const y = scaleLinear([0, most], [BOX.height - BOX.bottom, BOX.top]);
    const each = (BOX.width - BOX.left - BOX.right) / steps.length;
    return {
      y: y.ticks(5).map((at) => ({ at: y(at), text: massText(at) })),
      wide: each * 0.76,
      load: y(load),
      steps: steps.map((step, k) => ({
        cells: step.cells,
        x: BOX.left + each * (k + 0.12),
        load: y(step.load),
        low: y(step.low),
        high: y(step.high),
        word: step.low >= load ? 'holds' : step.high < load ? 'drops' : 'may drop',
      })),
      rows: steps.map((step) => ({
        cells: step.cells,
        load: massText(step.load),
        low: massText(step.low),
        high: massText(step.high),
        current: formatQuantity(step.current, 'current'),
      })),
    };
  });
}
