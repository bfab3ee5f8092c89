import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  viewChild,
} from '@angular/core';
import { select } from 'd3';
import { NzTableModule } from 'ng-zorro-antd/table';
import { TableName } from '../accessibility';
import { More } from '../fields';
import type { ChartAxes } from './axes';
import { drawFrame } from './draw-frame';
import type { ChartBox } from './places';

/** The same numbers as a chart shows, to be read. */
export interface ChartTable {
  readonly caption: string;
  readonly columns: readonly { readonly name: string; readonly words?: boolean }[];
  readonly rows: readonly (readonly string[])[];
}

/**
 * The frame of every chart: squared paper, axes with their labels, and the numbers as a table under
 * it. What the chart shows is put between its tags, as elements of SVG.
 */
@Component({
  selector: 'nab-chart',
  imports: [More, NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-chart' },
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + box().width + ' ' + box().height"
      [attr.role]="pointsAnswer() ? 'group' : 'img'"
      [attr.aria-label]="label()"
    >
      <g #frame></g>
      <ng-content />
    </svg>
    @if (table(); as t) {
      <nab-more [heading]="t.caption">
        <nz-table [nabTable]="t.caption" nzSize="small" [nzTemplateMode]="true">
          <thead>
            <tr>
              @for (column of t.columns; track column.name) {
                <th scope="col" [class.num]="!column.words">{{ column.name }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of t.rows; track $index) {
              <tr>
                @for (cell of row; track $index) {
                  <td [class.num]="!t.columns[$index]?.words">{{ cell }}</td>
                }
              </tr>
            }
          </tbody>
        </nz-table>
      </nab-more>
    }
  `,
})
export class Chart {
  readonly box = input.required<ChartBox>();
  readonly axes = input.required<ChartAxes>();
  readonly label = input.required<string>();
  /** Whether what it shows can be reached and pressed. */
  readonly pointsAnswer = input(false);
  readonly table = input<ChartTable | null>(null);
  private readonly frame = viewChild.required<ElementRef<SVGGElement>>('frame');

  constructor() {
    afterRenderEffect(() => {
      const group = select<SVGGElement, unknown>(this.frame().nativeElement);
      group.selectAll('*').remove();
      drawFrame(group as never, this.box(), this.axes());
    });
  }
}
