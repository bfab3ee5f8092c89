import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { FormValueControl, ValidationError } from '@angular/forms/signals';
import { NzInputNumberModule } from 'ng-zorro-antd/input-number';
import { InputNumberName } from '../accessibility';

let nextId = 0;

/**
 * A plain number without unit, such as turns or cells. Arrow keys step it. Text that is no number
 * stays as typed and reaches the form as NaN, so that the form's own message shows.
 */
@Component({
  selector: 'nab-number',
  imports: [FormsModule, InputNumberName, NzInputNumberModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-field' },
  template: `
    <label [for]="id" [class.visually-hidden]="labelHidden()">{{ label() }}</label>
    <nz-input-number
      class="nab-number"
      [nzId]="id"
      [nabLabel]="label()"
      [nabNote]="id + '-note'"
      [nabInvalid]="fault() !== null"
      [nzStatus]="fault() === null ? '' : 'error'"
      [nzStep]="step()"
      [nzChangeOnWheel]="false"
      [nzKeyboard]="false"
      [nzParser]="read"
      [nzFormatter]="write"
      [ngModel]="value()"
      (ngModelChange)="take($event)"
      (keydown.arrowup)="nudge($event, 1)"
      (keydown.arrowdown)="nudge($event, -1)"
    />
    <ng-content />
    <span [id]="id + '-note'" [class]="fault() ? 'nab-error' : 'nab-hint'">{{
      fault() ?? hint()
    }}</span>
  `,
})
export class NumberField implements FormValueControl<number> {
  readonly label = input.required<string>();
  readonly labelHidden = input(false);
  readonly value = model.required<number>();
  readonly step = input(1);
  /** The least that the arrow keys step to; what may be typed is the form’s to say. */
  readonly least = input(0);
  readonly error = input<string | null>(null);
  readonly hint = input('');
  /** What a form finds wrong with it. */
  readonly errors = input<readonly ValidationError[]>([]);

  protected readonly id = `number-${nextId++}`;
  protected readonly fault = computed(() => this.error() ?? this.errors()[0]?.message ?? null);
  private text: string | null = null;

  /** Reads what is typed, for the library’s part; what it cannot read it would hold back. */
  protected readonly read = (text: string): number => {
    this.text = text;
    const number = numberOf(text);
    if (Number.isNaN(number)) this.value.set(NaN);
    return number;
  };

  /** What was typed as long as it means the value; the part would throw unreadable text away. */
  protected readonly write = (value: number): string => {
    if (this.text !== null && Object.is(numberOf(this.text), value)) return this.text;
    return Number.isNaN(value) ? (this.text ?? '') : String(value);
  };

  /** An empty box reaches the part as nothing at all. */
  protected take(value: number | null): void {
    if (value === null) this.text = '';
    this.value.set(value ?? NaN);
  }

  protected nudge(event: Event, direction: 1 | -1): void {
    event.preventDefault();
    const value = this.value();
    if (Number.isNaN(value)) return;
    const next = Math.max(this.least(), value + direction * this.step());
    this.text = null;
    this.value.set(Math.round(next * 1e6) / 1e6);
  }
}

function numberOf(text: string): number {
  const trimmed = text.trim().replace(',', '.');
  return trimmed === '' ? NaN : Number(trimmed);
}
