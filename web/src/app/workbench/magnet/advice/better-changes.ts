import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Change } from '@nab/core/experiments';
import { changeText, gainText, priceText } from '@nab/words/experiments';
import { NzButtonModule } from 'ng-zorro-antd/button';

/** The single changes that would lift more, with gain and price, each one click away. */
@Component({
  selector: 'nab-better-changes',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      border-block: 1px solid var(--nab-grid);
    }
    li {
      display: flex;
      gap: 4px 12px;
      justify-content: space-between;
      align-items: center;
      padding: 2px 0;
      min-height: 34px;
      line-height: 1.25;
    }
    .nab-hint {
      margin-left: 6px;
    }
    li + li {
      border-top: 1px dashed var(--nab-grid);
    }
  `,
  template: `
    @if (changes().length > 0) {
      <ul aria-label="What would lift more">
        @for (change of changes(); track change.kind) {
          <li>
            <span>
              {{ changeText(change.kind) }}: <strong>{{ gainText(change.gain) }}</strong>
              <span class="nab-hint">{{ priceText(change) }}</span>
            </span>
            <button
              nz-button
              nzSize="small"
              type="button"
              [attr.aria-label]="'Try it: ' + changeText(change.kind)"
              (click)="chosen.emit(change)"
            >
              Try it
            </button>
          </li>
        }
      </ul>
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
