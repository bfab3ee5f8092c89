import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { check, readingSchema, type ReadingBody, type Trial } from '@nab/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { CountPad } from './count-pad';

/** What the dialog of a correction is given, and gives back. */
export interface CorrectionRequest {
  readonly trial: Trial;
  readonly objects: string;
}

/** Corrects or withdraws a reading; the original is kept and shown. */
@Component({
  selector: 'nab-correction',
  imports: [CountPad, NzButtonModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 16px;
      padding: 20px;
      background: var(--nab-sheet);
      color: var(--nab-ink);
      border: 1px solid var(--nab-steel);
      border-radius: 3px;
      max-height: 92vh;
      overflow-y: auto;
    }
    .pads {
      display: flex;
      flex-wrap: wrap;
      gap: 20px;
    }
    .actions {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
    }
  `,
  template: `
    <h2>Correct this reading</h2>
    <p>
      The original stays: {{ original.count }} {{ request.objects }} lifted,
      {{ original.stuckCount }} stuck.
    </p>
    <div class="pads">
      <nab-count-pad
        label="Lifted"
        [value]="count()"
        [error]="shown() ? errorAt('count') : null"
        (valueChange)="count.set($event)"
      />
      <nab-count-pad
        label="Stayed stuck"
        [value]="stuck()"
        [error]="shown() ? errorAt('stuckCount') : null"
        (valueChange)="stuck.set($event)"
      />
    </div>
    <div class="nab-field">
      <label for="correction-reason">Why it is corrected</label>
      <input
        id="correction-reason"
        [value]="reason()"
        [attr.aria-invalid]="shown() && errorAt('reason') !== null"
        (input)="reason.set($any($event.target).value)"
      />
      @if (shown() && errorAt('reason'); as message) {
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
  protected readonly dialog = inject<DialogRef<ReadingBody | null>>(DialogRef);
  protected readonly request = inject<CorrectionRequest>(DIALOG_DATA);
  private readonly current = this.request.trial.current;
  protected readonly original = this.request.trial.history[0]!;
  protected readonly count = signal<number | null>(this.current.count);
  protected readonly stuck = signal<number | null>(this.current.stuckCount);
  protected readonly reason = signal('');
  protected readonly shown = signal(false);
  private readonly checked = computed(() => check(readingSchema, this.body(false)));

  protected errorAt(path: string): string | null {
    const checked = this.checked();
    return checked.ok ? null : (checked.errors.find((e) => e.path === path)?.message ?? null);
  }

  protected finish(withdraw: boolean): void {
    const body = this.body(withdraw);
    const checked = check(readingSchema, body);
    if (checked.ok) this.dialog.close(checked.value);
    else this.shown.set(true);
  }

  private body(withdraw: boolean): unknown {
    const { groupId, levelId, offCount, onTime_s, modelCount = null, note, id } = this.current;
    return {
      groupId,
      levelId,
      offCount,
      onTime_s,
      modelCount,
      note,
      count: withdraw ? this.current.count : this.count(),
      stuckCount: withdraw ? this.current.stuckCount : this.stuck(),
      recordedAt: new Date().toISOString(),
      corrects: id,
      reason: this.reason(),
      withdrawn: withdraw,
    };
  }
}
