import { ChangeDetectionStrategy, Component, input, signal } from '@angular/core';
import { NzCollapseModule } from 'ng-zorro-antd/collapse';
import { CollapseHeader } from '../accessibility';

/** What is rarely needed, folded away where it belongs. */
@Component({
  selector: 'nab-more',
  imports: [CollapseHeader, NzCollapseModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nz-collapse nzGhost class="nab-more">
      <nz-collapse-panel
        nabHeader
        [nzHeader]="heading()"
        [nzActive]="open()"
        (nzActiveChange)="open.set($event)"
      >
        <div class="nab-stack"><ng-content /></div>
      </nz-collapse-panel>
    </nz-collapse>
  `,
})
export class More {
  readonly heading = input.required<string>();
  protected readonly open = signal(false);
}
