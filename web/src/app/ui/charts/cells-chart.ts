import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatQuantity } from '@nab/core/quantities';
import type { CellStep } from '@nab/core/experiments';
import { massText } from '@nab/words/terms';
import { scaleBand } from 'd3-scale';
import { numberedAxis } from './axes';
import { Chart } from './chart';
import { fittedBox } from './fitted-box';
import { makeYScale, type ChartBox } from './scales';

const BOX: ChartBox = {
  width: 520,
  height: 260,
  margin: { top: 16, right: 14, bottom: 54, left: 88 },
};

/** What is held as cells are taken away one by one: a stair with its band, and the load that hangs. */
@Component({
  selector: 'nab-cells-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let d = drawing();
    <nab-chart
      label="Load held as cells are taken away; the numbers are in the table below"
      [box]="box()"
      [axes]="d.axes"
      [table]="d.table"
    >
      @for (step of d.steps; track step.cells) {
        <svg:rect
          [attr.x]="step.x"
          [attr.width]="d.wide"
          [attr.y]="step.high"
          [attr.height]="step.low - step.high"
          fill="var(--nab-copper)"
          opacity="0.2"
        />
        <svg:path
          [attr.d]="'M' + step.x + ' ' + step.load + 'h' + d.wide"
          stroke="var(--nab-copper)"
          stroke-width="3"
        />
        <svg:text [attr.x]="step.x + d.wide / 2" [attr.y]="step.high - 5" text-anchor="middle">
          {{ step.word }}
        </svg:text>
      }
      <svg:line
        [attr.x1]="box().margin.left"
        [attr.x2]="box().width - box().margin.right"
        [attr.y1]="d.load"
        [attr.y2]="d.load"
        stroke="var(--nab-ink)"
        stroke-width="1.6"
        stroke-dasharray="7 4"
      />
      <svg:text
        [attr.x]="box().width - box().margin.right - 2"
        [attr.y]="d.load - 5"
        text-anchor="end"
        style="fill: var(--nab-ink)"
      >
        the load
      </svg:text>
    </nab-chart>
  `,
})
export class CellsChart {
  readonly steps = input.required<readonly CellStep[]>();
  /** Cells in a pack, where packs are taken away one at a time; else 0. */
  readonly pack = input(0);
  /** The load that is to hang, kg. */
  readonly load = input.required<number>();
  protected readonly box = fittedBox(BOX);

  protected readonly drawing = computed(() => {
    const box = this.box();
    const steps = this.steps();
    const load = this.load();
    const { width, margin } = box;
    const y = makeYScale(Math.max(load * 1.1, ...steps.map(({ high }) => high)) * 1.04, box);
    const x = scaleBand(
      steps.map(({ cells }) => cells),
      [margin.left, width - margin.right],
    ).padding(0.24);
    const middles = steps.map(({ cells }) => ({
      at: x(cells)! + x.bandwidth() / 2,
      text: [String(cells)],
    }));
    return {
      axes: {
        across: {
          ruled: [],
          marks: middles,
          label:
            this.pack() > 0
              ? 'cells left, one pack off at a time'
              : 'cells left, one off at a time',
        },
        up: numberedAxis(y, 'load held', { text: massText, ticks: 5 }),
      },
      wide: x.bandwidth(),
      load: y(load),
      steps: steps.map((step) => ({
        cells: step.cells,
        x: x(step.cells)!,
        load: y(step.load),
        low: y(step.low),
        high: y(step.high),
        word: step.low >= load ? 'holds' : step.high < load ? 'drops' : 'may drop',
      })),
      table: {
        caption: 'Cells against load as a table',
        columns: ['Cells', 'Holds', 'From', 'To', 'Current'].map((name) => ({ name })),
        rows: steps.map((step) => [
          String(step.cells),
          massText(step.load),
          massText(step.low),
          massText(step.high),
          formatQuantity(step.current, 'current'),
        ]),
      },
    };
  });
}
