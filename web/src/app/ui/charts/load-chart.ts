import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { CONTACT_GAPS, type LoadHeld } from '@nab/core/experiments';
import { formatQuantity } from '@nab/core/quantities';
import { massText } from '@nab/words/terms';
import { scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { numberedAxis } from './axes';
import { Chart } from './chart';
import { fittedBox } from './fitted-box';
import type { ChartBox } from './scales';

const BOX: ChartBox = {
  width: 520,
  height: 220,
  margin: { top: 12, right: 18, bottom: 54, left: 88 },
};

/** The load that a plate holds against the contact gap, both on logarithmic scales, with its table. */
@Component({
  selector: 'nab-load-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (drawing(); as d) {
      <nab-chart
        label="Load held against the contact gap; the numbers are in the table below"
        [box]="box()"
        [axes]="d.axes"
        [table]="d.table"
      >
        <svg:path [attr.d]="d.line" fill="none" stroke="var(--nab-copper)" stroke-width="2" />
        @for (point of d.points; track point.x) {
          <svg:circle [attr.cx]="point.x" [attr.cy]="point.y" r="3.5" fill="var(--nab-copper)" />
        }
      </nab-chart>
    }
  `,
})
export class LoadChart {
  readonly points = input.required<readonly LoadHeld[]>();
  protected readonly box = fittedBox(BOX);

  protected readonly drawing = computed(() => {
    const points = this.points().filter(({ mass }) => mass > 0);
    if (points.length < 2) return null;
    const { width, height, margin } = this.box();
    const masses = points.map(({ mass }) => mass);
    const low = 10 ** Math.floor(Math.log10(Math.min(...masses)));
    const high = 10 ** Math.ceil(Math.log10(Math.max(...masses)));
    const x = scaleLog(
      [points[0]!.gap, points[points.length - 1]!.gap],
      [margin.left + 12, width - margin.right - 12],
    );
    const y = scaleLog([low, high], [height - margin.bottom, margin.top]);
    const decades = Math.round(Math.log10(high / low));
    return {
      axes: {
        across: numberedAxis(x, 'contact gap, mm', {
          text: (gap) => String(gap * 1000),
          ticks: points.map(({ gap }) => gap),
        }),
        up: numberedAxis(y, 'load held', {
          text: massText,
          ticks: Array.from({ length: decades + 1 }, (_, i) => low * 10 ** i),
        }),
      },
      line: line<LoadHeld>(
        (p) => x(p.gap),
        (p) => y(p.mass),
      )(points),
      points: points.map((p) => ({ x: x(p.gap), y: y(p.mass) })),
      table: {
        caption: 'Load against gap as a table',
        columns: [
          { name: 'Between pole and plate', words: true },
          { name: 'Gap' },
          { name: 'Pull' },
          { name: 'Holds' },
        ],
        rows: points.map((p) => [
          CONTACT_GAPS.find(({ gap }) => gap === p.gap)?.what ?? '',
          formatQuantity(p.gap, 'length', 'mm'),
          formatQuantity(p.force, 'force'),
          massText(p.mass),
        ]),
      },
    };
  });
}
