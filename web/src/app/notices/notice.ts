import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { StateMark, type MarkState } from './state-mark';

/** A sentence with a state, as colour, shape and word. */
@Component({
  selector: 'nab-notice',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-notice', '[attr.data-state]': 'state()' },
  template: `
    <nab-mark [state]="state()" />
    <div>
      @if (word()) {
        <strong>{{ word() }}: </strong>
      }
      <ng-content />
    </div>
  `,
})
export class Notice {
  readonly state = input.required<MarkState>();
  protected readonly word = computed(() =>
    this.state() === 'caution' ? 'Caution' : this.state() === 'stop' ? 'Stop' : '',
  );
}
