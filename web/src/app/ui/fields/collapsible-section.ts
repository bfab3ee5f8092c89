import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { NzCollapseModule } from 'ng-zorro-antd/collapse';
import { CollapseHeader } from '../accessibility';

/** What is rarely needed, folded away where it belongs. */
@Component({
  selector: 'nab-collapsible-section',
  imports: [CollapseHeader, NzCollapseModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nz-collapse nzGhost class="nab-collapsible-section">
      <nz-collapse-panel
        nabHeader
        [nzHeader]="heading()"
        [nzActive]="open()"
        (nzActiveChange)="toggle($event)"
      >
        <div class="nab-stack"><ng-content /></div>
      </nz-collapse-panel>
    </nz-collapse>
  `,
})
export class CollapsibleSection {
  readonly heading = input.required<string>();
  readonly openChange = output<boolean>();
  protected readonly open = signal(false);

  protected toggle(open: boolean): void {
    this.open.set(open);
    this.openChange.emit(open);
  }
}
