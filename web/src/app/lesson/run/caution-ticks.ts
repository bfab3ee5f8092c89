import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { Notice } from '../../ui/notices';

/** What an adult reads and ticks, one by one, before a demonstration is switched on. */
@Component({
  selector: 'nab-caution-ticks',
  imports: [FormsModule, Notice, NzButtonModule, NzCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 14px;
    }
    .list {
      display: grid;
      gap: 10px;
    }
    .list ::ng-deep label {
      font-size: 17px;
      align-items: flex-start;
    }
    .go {
      position: sticky;
      bottom: 0;
      padding: 10px 0;
      background: var(--nab-sheet);
    }
  `,
  template: `
    <nab-notice state="stop">
      A demonstration, for an adult alone. Read each line, see to it, and tick it.
    </nab-notice>
    <nz-checkbox-group
      class="list"
      role="group"
      aria-label="Cautions to be ticked"
      [nzOptions]="options()"
      [ngModel]="done()"
      (ngModelChange)="done.set($event ?? [])"
    />
    <div class="go">
      <button
        nz-button
        nzType="primary"
        class="big"
        type="button"
        [disabled]="!all()"
        (click)="ticked.emit()"
      >
        {{ all() ? 'I am an adult, and all of it is so' : left() }}
      </button>
    </div>
  `,
})
export class CautionTicks {
  readonly cautions = input.required<readonly string[]>();
  readonly ticked = output<void>();
  protected readonly options = computed(() =>
    this.cautions().map((label, value) => ({ label, value })),
  );
  protected readonly done = signal<readonly number[]>([]);
  protected readonly all = computed(() => this.done().length === this.cautions().length);
  protected readonly left = computed(
    () => `${this.done().length} of ${this.cautions().length} ticked`,
  );
}
