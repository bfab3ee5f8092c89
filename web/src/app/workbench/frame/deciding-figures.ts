import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzStatisticModule } from 'ng-zorro-antd/statistic';
import type { Fact } from './fact';

/** The few numbers that decide, each a way to its “why?”, and the way to all the others. */
@Component({
  selector: 'nab-deciding-figures',
  imports: [NzButtonModule, NzStatisticModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      align-items: center;
      justify-content: space-between;
    }
    .why {
      padding: 0;
      border: 0;
      background: none;
      font: inherit;
      color: inherit;
      cursor: help;
      text-decoration: underline dotted;
      text-underline-offset: 3px;
    }
  `,
  template: `
    @for (fact of facts(); track fact.name) {
      <nz-statistic
        class="nab-figure"
        [nzTitle]="name"
        [nzValue]="fact.value"
        [nzValueTemplate]="value"
      />
      <ng-template #name>
        <button
          type="button"
          class="why"
          [attr.aria-label]="fact.name + ': why?'"
          (click)="asked.emit(fact.name)"
        >
          {{ fact.name }}
        </button>
      </ng-template>
      <ng-template #value>{{ fact.value }}</ng-template>
    }
    <button nz-button nzSize="small" type="button" aria-haspopup="dialog" (click)="asked.emit('')">
      All figures
    </button>
  `,
})
export class DecidingFigures {
  readonly facts = input.required<readonly Fact[]>();
  /** The figure somebody asks about; all of them when it has no name. */
  readonly asked = output<string>();
}
