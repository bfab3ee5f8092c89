import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { check } from '@nab/contract/problem';
import {
  readingSchema,
  type Plan,
  type ReadingBody,
  sentOf,
  type Trial,
} from '@nab/contract/lesson';
import type { Measure } from '@nab/core/lesson';
import { outcomeText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NZ_MODAL_DATA, NzModalRef } from 'ng-zorro-antd/modal';
import { DialogName } from '../../ui/accessibility';
import { ServerClock } from '../../investigation';
import { OutcomeForm } from './outcome-form';
import { OutcomePad } from './outcome-pad';

/** What the dialog of a correction is given, and gives back. */
export interface CorrectionRequest {
  readonly trial: Trial;
  readonly measure: Measure;
  readonly objects: Plan['objects'];
  /** What is counted, in the plural. */
  readonly many: string;
}

/** Corrects or withdraws a reading; the original is kept and shown. */
@Component({
  selector: 'nab-correction',
  imports: [DialogName, NzButtonModule, NzInputModule, OutcomePad],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 16px;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
  `,
  template: `
    <p nabDialogName="Correct this reading">The original stays: {{ original }}.</p>
    <nab-outcome-pad
      [measure]="request.measure"
      [form]="form"
      [objects]="request.objects"
      [many]="request.many"
    />
    <div class="nab-field">
      <label for="correction-reason">Why it is corrected</label>
      <input
        #why
        nz-input
        id="correction-reason"
        maxlength="200"
        [value]="reason()"
        [attr.aria-invalid]="complaint() !== null"
        (input)="reason.set(why.value)"
      />
      @if (complaint(); as message) {
        <span class="nab-error">{{ message }}</span>
      }
    </div>
    <div class="actions">
      <button nz-button nzType="primary" type="button" (click)="finish(false)">
        Save the correction
      </button>
      <button nz-button type="button" (click)="finish(true)">Take this trial out</button>
      <button nz-button type="button" (click)="dialog.close(null)">Leave it as it is</button>
    </div>
  `,
})
export class CorrectionDialog {
  protected readonly dialog = inject<NzModalRef<CorrectionDialog, ReadingBody | null>>(NzModalRef);
  protected readonly request = inject<CorrectionRequest>(NZ_MODAL_DATA);
  private readonly current = this.request.trial.current;
  protected readonly original = outcomeText(
    this.request.measure,
    this.request.trial.history[0]!.outcome,
    this.request.objects,
  );
  protected readonly form = new OutcomeForm(
    () => this.request.measure,
    () => this.request.objects,
  );
  private readonly clock = inject(ServerClock);
  protected readonly reason = signal('');
  protected readonly complaint = signal<string | null>(null);

  constructor() {
    this.form.fill(this.current.outcome);
  }

  protected finish(withdrawn: boolean): void {
    const outcome = withdrawn ? this.current.outcome : this.form.read();
    if (outcome === null) return;
    const checked = check(readingSchema, {
      ...sentOf(this.current),
      outcome,
      recordedAt: this.clock.iso(),
      corrects: this.current.id,
      reason: this.reason(),
      withdrawn,
    });
    if (checked.ok) this.dialog.close(checked.value);
    else this.complaint.set(checked.errors[0]?.message ?? null);
  }
}
