import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NzTabsModule } from 'ng-zorro-antd/tabs';
import { TabsName } from '../../ui/accessibility';
import { KitPart } from './kit-part';
import { LessonPlanPart } from './lesson-plan';
import { Preparation } from './preparation';
import { RiskPart } from './risk-part';
import { SheetsPart } from './sheets-part';

/** Step 3: a lesson that fits, a kit that is right, risk notes, and sheets worth copying. */
@Component({
  selector: 'nab-prepare',
  imports: [KitPart, LessonPlanPart, NzTabsModule, RiskPart, SheetsPart, TabsName],
  providers: [Preparation],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    h1 {
      margin-bottom: 4px;
    }
  `,
  template: `
    <h1 class="no-print">Prepare</h1>
    <nz-tabs nabLabel="Parts of preparing" [nzAnimated]="false" nzDestroyInactiveTabPane>
      <nz-tab nzTitle="The lesson">
        <ng-template nz-tab><nab-lesson-plan /></ng-template>
      </nz-tab>
      <nz-tab [nzTitle]="kit">
        <ng-template #kit>
          Kit
          @if (short() > 0) {
            <span aria-hidden="true">▲</span>
            <span class="visually-hidden">, something is short</span>
          }
        </ng-template>
        <ng-template nz-tab><nab-kit-part /></ng-template>
      </nz-tab>
      <nz-tab nzTitle="Risk notes">
        <ng-template nz-tab><nab-risk-part /></ng-template>
      </nz-tab>
      <nz-tab nzTitle="Sheets">
        <ng-template nz-tab><nab-sheets-part /></ng-template>
      </nz-tab>
    </nz-tabs>
  `,
})
export class PreparePage {
  private readonly lesson = inject(Preparation);
  protected readonly short = computed(() => this.lesson.shelved().shortages.length);
}
