import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Caution } from '@nab/core/physics';
import type { PredictableId, TriedWay, WayOut } from '@nab/core/experiments';
import { byGravity, cautionText } from '@nab/words/experiments';
import { howMany } from '@nab/words/terms';
import { NzCollapseModule } from 'ng-zorro-antd/collapse';
import { CollapseHeader } from '../../ui/accessibility';
import { Notice } from '../../ui/notices';
import { CautionList } from './caution-list';
import { WaysOut } from './ways-out';

/**
 * Cautions in one line, their number and the gravest in words, which opens to all of them. What must
 * stop somebody is never folded away.
 */
@Component({
  selector: 'nab-caution-line',
  imports: [CautionList, CollapseHeader, Notice, NzCollapseModule, WaysOut],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 6px;
      min-width: 0;
    }
    .line {
      display: block;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .sign {
      margin-right: 4px;
      color: var(--nab-amber);
    }
  `,
  template: `
    @for (stop of stops(); track stop.code) {
      <nab-notice state="stop">{{ cautionText(stop) }}</nab-notice>
    }
    @if (stops().length > 0) {
      <nab-ways-out [ways]="ways()" [of]="of()" (chosen)="wayOut.emit($event)" />
    }
    @if (gravest(); as caution) {
      <nz-collapse nzGhost class="nab-line">
        <nz-collapse-panel
          nabHeader
          [nzHeader]="line"
          [nzActive]="open()"
          (nzActiveChange)="open.set($event)"
        >
          @if (open()) {
            <nab-caution-list [cautions]="folded()" />
          }
        </nz-collapse-panel>
      </nz-collapse>
      <ng-template #line>
        <span class="line">
          <span class="sign" aria-hidden="true">▲</span>
          <strong>{{ howMany(folded().length, 'caution') }}:</strong> {{ cautionText(caution) }}
        </span>
      </ng-template>
    }
  `,
})
export class CautionLine {
  readonly cautions = input.required<readonly Caution[]>();
  /** Ways out of what stops it, and what they are predicted to do. */
  readonly ways = input<readonly TriedWay[]>([]);
  readonly of = input<PredictableId | null>(null);
  readonly wayOut = output<WayOut>();
  protected readonly open = signal(false);
  protected readonly stops = computed(() =>
    this.cautions().filter(({ severity }) => severity === 'stop'),
  );
  protected readonly folded = computed(() =>
    byGravity(this.cautions().filter(({ severity }) => severity !== 'stop')),
  );
  protected readonly gravest = computed(() => this.folded()[0] ?? null);
  protected readonly cautionText = cautionText;
  protected readonly howMany = howMany;
}
