import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Caution } from '@nab/core/physics';
import { cautionText } from '@nab/words/experiments';
import { Notice } from '../../ui/notices';

/** Cautions next to the choice that causes them. */
@Component({
  selector: 'nab-caution-list',
  imports: [Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (cautions().length > 0) {
      <ul class="nab-notices">
        @for (caution of cautions(); track caution.code) {
          <li>
            <nab-notice [state]="caution.severity">{{ cautionText(caution) }}</nab-notice>
          </li>
        }
      </ul>
    }
  `,
})
export class CautionList {
  readonly cautions = input.required<readonly Caution[]>();
  protected readonly cautionText = cautionText;
}
