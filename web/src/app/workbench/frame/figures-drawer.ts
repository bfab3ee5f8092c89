import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { NzCollapseModule } from 'ng-zorro-antd/collapse';
import { NzDrawerModule } from 'ng-zorro-antd/drawer';
import { CollapseHeader, DrawerName } from '../../ui/accessibility';
import type { Fact } from './fact';

/** All figures in one drawer; each opens to its “why”: formula, what went into it, and source. */
@Component({
  selector: 'nab-figures-drawer',
  imports: [CollapseHeader, DrawerName, NzCollapseModule, NzDrawerModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    .value {
      font-family: var(--nab-mono);
      font-variant-numeric: tabular-nums;
    }
    .note {
      display: block;
      font-size: 13px;
      color: var(--nab-ink-soft);
    }
    .why {
      display: grid;
      gap: 4px;
    }
    ul {
      margin: 0;
      padding-left: 20px;
    }
  `,
  template: `
    <nz-drawer
      nzTitle="All figures"
      nzWidth="min(520px, 100vw)"
      [nzVisible]="asked() !== null"
      (nzOnClose)="asked.set(null)"
    >
      <ng-container *nzDrawerContent>
        <nz-collapse
          nzGhost
          nabDrawerName="All figures"
          [nabDrawerOpen]="asked() !== null"
          class="nab-figures"
        >
          @for (fact of facts(); track fact.name) {
            <nz-collapse-panel
              nabHeader
              [nzHeader]="name"
              [nzExtra]="value"
              [nzActive]="fact.name === asked()"
            >
              <div class="why">
                <p>{{ fact.formula }}</p>
                <ul>
                  @for (line of fact.inputs; track line) {
                    <li>{{ line }}</li>
                  }
                </ul>
                <p class="nab-hint">{{ fact.source }}</p>
              </div>
            </nz-collapse-panel>
            <ng-template #name>
              {{ fact.name }}
              @if (fact.note) {
                <span class="note">{{ fact.note }}</span>
              }
            </ng-template>
            <ng-template #value
              ><span class="value">{{ fact.value }}</span></ng-template
            >
          }
        </nz-collapse>
      </ng-container>
    </nz-drawer>
  `,
})
export class FiguresDrawer {
  readonly facts = input.required<readonly Fact[]>();
  /** The figure that was asked about; an empty name shows all closed, null shows nothing. */
  readonly asked = model<string | null>(null);
}
