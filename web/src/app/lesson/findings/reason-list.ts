import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Statement } from '@nab/words/findings';
import { Notice } from '../../ui/notices';

/** Reasons one below the other; only what asks for care is marked. */
@Component({
  selector: 'nab-reason-list',
  imports: [Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    ul {
      display: grid;
      gap: 8px;
      margin: 0;
      padding: 0;
      list-style: none;
      max-width: 80ch;
    }
  `,
  template: `
    <ul [attr.aria-label]="label()">
      @for (reason of reasons(); track reason.text) {
        <li>
          @if (reason.state === 'caution') {
            <nab-notice state="caution">{{ reason.text }}</nab-notice>
          } @else {
            <span>{{ reason.text }}</span>
          }
        </li>
      }
    </ul>
  `,
})
export class ReasonList {
  readonly label = input.required<string>();
  readonly reasons = input.required<readonly Statement[]>();
}
