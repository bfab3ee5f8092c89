import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Change } from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { changeText, gainText, priceText } from '../../words';

/** The single changes that would lift more, with gain and price, each one click away. */
@Component({
  selector: 'nab-better-changes',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    section {
      display: grid;
      gap: 6px;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      border-top: 1px solid var(--nab-grid);
    }
    li {
      display: flex;
      gap: 12px;
      justify-content: space-between;
      align-items: center;
      padding: 6px 0;
      border-bottom: 1px solid var(--nab-grid);
    }
    .nab-hint {
      display: block;
    }
  `,
  template: `
    @if (changes().length > 0) {
      <section aria-labelledby="changes">
        <h2 id="changes">What would lift more</h2>
        <ul>
          @for (change of changes(); track change.kind) {
            <li>
              <span>
                {{ changeText(change.kind) }}: <strong>{{ gainText(change.gain) }}</strong>
                <span class="nab-hint">{{ priceText(change) }}</span>
              </span>
              <button
                nz-button
                type="button"
                [attr.aria-label]="'Try it: ' + changeText(change.kind)"
                (click)="chosen.emit(change)"
              >
                Try it
              </button>
            </li>
          }
        </ul>
      </section>
    }
  `,
})
export class BetterChanges {
  readonly changes = input.required<readonly Change[]>();
  readonly chosen = output<Change>();
  protected readonly changeText = changeText;
  protected readonly gainText = gainText;
  protected readonly priceText = priceText;
}
