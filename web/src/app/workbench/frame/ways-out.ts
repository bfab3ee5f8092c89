import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { PredictableId, TriedWay, WayOut } from '@nab/core/experiments';
import { wayEffect, wayText } from '@nab/words/experiments';
import { NzButtonModule } from 'ng-zorro-antd/button';

/** Single changes with which a stopped design may be switched on, each one press away. */
@Component({
  selector: 'nab-ways-out',
  imports: [NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    ul {
      list-style: none;
      margin: 4px 0 0;
      padding: 0;
      display: flex;
      flex-wrap: wrap;
      gap: 6px 14px;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 8px;
      align-items: center;
    }
  `,
  template: `
    @if (ways().length > 0) {
      <ul aria-label="Ways out">
        @for (tried of ways(); track tried.way.kind) {
          <li>
            <button nz-button nzSize="small" type="button" (click)="chosen.emit(tried.way)">
              {{ wayText(tried.way) }}
            </button>
            <span class="nab-hint">{{ effect(tried) }}</span>
          </li>
        }
      </ul>
    }
  `,
})
export class WaysOut {
  readonly ways = input.required<readonly TriedWay[]>();
  /** What they are predicted to do. */
  readonly of = input<PredictableId | null>(null);
  readonly chosen = output<WayOut>();
  protected readonly wayText = wayText;

  protected effect(tried: TriedWay): string {
    return wayEffect(tried, this.of());
  }
}
