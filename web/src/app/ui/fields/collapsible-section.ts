import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
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
        (nzActiveChange)="fold($event)"
      >
        <div class="nab-stack"><ng-content /></div>
      </nz-collapse-panel>
    </nz-collapse>
  `,
})
export class More {
  readonly heading = input.required<string>();
  readonly openChange = output<boolean>();
  protected readonly open = signal(false);

  protected fold(open: boolean): void {
    this.open.set(open);
    this.openChange.emit(open);
  }
}
