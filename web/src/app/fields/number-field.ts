import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { FormValueControl, ValidationError } from '@angular/forms/signals';
import { NzInputModule } from 'ng-zorro-antd/input';

let nextId = 0;

/**
 * A plain number without unit, such as turns or cells. Arrow keys step it. Text that is no number
 * reaches the form as NaN, so that the form's own message shows.
 */
@Component({
  selector: 'nab-number',
  imports: [NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-field' },
  template: `
    <label [for]="id" [class.visually-hidden]="labelHidden()">{{ label() }}</label>
    <input
      #box
      nz-input
      class="nab-number"
      type="text"
      inputmode="decimal"
      autocomplete="off"
      [id]="id"
      [value]="shown()"
      [attr.aria-invalid]="fault() !== null"
      [attr.aria-describedby]="id + '-note'"
      (input)="typed(box.value)"
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

  /** What was typed while it is no number or has a comma; the value otherwise. */
  protected shown(): string {
    const value = this.value();
    if (this.text !== null && Object.is(read(this.text), value)) return this.text;
    return Number.isNaN(value) ? (this.text ?? '') : String(value);
  }

  protected typed(text: string): void {
    this.text = text;
    this.value.set(read(text));
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

function read(text: string): number {
  const trimmed = text.trim().replace(',', '.');
  return trimmed === '' ? NaN : Number(trimmed);
}
