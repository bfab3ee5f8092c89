import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { StateMark, type MarkState } from './state-mark';

const TYPES = { live: 'info', rest: 'success', caution: 'warning', stop: 'error' } as const;

/** A sentence with a state, as colour, shape and word. */
@Component({
  selector: 'nab-notice',
  imports: [NzAlertModule, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-notice', '[attr.data-state]': 'state()' },
  template: `
    <nz-alert
      [nzType]="types[state()]"
      [nzShowIcon]="true"
      [nzIcon]="mark"
      [nzMessage]="sentence"
      [nzNoAnimation]="true"
    />
    <ng-template #mark><nab-mark [state]="state()" /></ng-template>
    <ng-template #sentence>
      @if (word()) {
        <strong>{{ word() }}: </strong>
      }
      <ng-content />
    </ng-template>
  `,
})
export class Notice {
  readonly state = input.required<MarkState>();
  protected readonly types = TYPES;
  protected readonly word = computed(() =>
    this.state() === 'caution' ? 'Caution' : this.state() === 'stop' ? 'Stop' : '',
  );
}
