import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { NzTableModule } from 'ng-zorro-antd/table';
import { TableName } from '../accessibility';

/** The same numbers as a chart shows, to be read. */
export interface ChartTable {
  readonly caption: string;
  readonly columns: readonly { readonly name: string; readonly words?: boolean }[];
  readonly rows: readonly (readonly string[])[];
}

/** The numbers of a chart as a table. */
@Component({
  selector: 'nab-chart-numbers',
  imports: [NzTableModule, TableName],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let t = table();
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
  `,
})
export class ChartNumbers {
  readonly table = input.required<ChartTable>();
}
