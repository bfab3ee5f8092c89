import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { Notice } from '../../ui/notices';

/** The one sentence above the numbers, or why there is none; and whether it is of what was before. */
@Component({
  selector: 'nab-summary-line',
  imports: [Notice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-summary-line' },
  template: `
    @if (fault(); as fault) {
      <nab-notice state="stop">{{ fault }}</nab-notice>
    } @else {
      <p class="nab-sentence" aria-live="polite" [class.stale]="stale()">
        <strong>{{ sentence() }}</strong>&ngsp;<ng-content />
      </p>
      @if (stale()) {
        <nab-notice state="caution">
          That is how it was before: what is typed now cannot be built. The fields that need mending
          say why.
        </nab-notice>
      }
    }
  `,
})
export class SummaryLine {
  readonly sentence = input.required<string>();
  readonly stale = input(false);
  readonly fault = input<string | null>(null);
}
