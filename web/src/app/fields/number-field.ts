import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
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
      nz-input
      class="nab-number"
      type="text"
      inputmode="decimal"
      autocomplete="off"
      [id]="id"
      [value]="shown()"
      [attr.aria-invalid]="error() !== null"
      [attr.aria-describedby]="id + '-note'"
      (input)="typed($any($event.target).value)"
      (keydown.arrowup)="nudge($event, 1)"
      (keydown.arrowdown)="nudge($event, -1)"
    />
    <ng-content />
    <span [id]="id + '-note'" [class]="error() ? 'nab-error' : 'nab-hint'">{{
      error() ?? hint()
    }}</span>
  `,
})
export class NumberField {
  readonly label = input.required<string>();
  readonly labelHidden = input(false);
  readonly value = input.required<number | null>();
  readonly step = input(1);
  readonly min = input(0);
  readonly error = input<string | null>(null);
  readonly hint = input('');
  readonly valueChange = output<number>();

  protected readonly id = `number-${nextId++}`;
  private text: string | null = null;

  /** What was typed while it is no number or has a comma; the value otherwise. */
  protected shown(): string {
    const value = this.value();
    if (this.text !== null && Object.is(read(this.text), value ?? NaN)) return this.text;
    return value === null || Number.isNaN(value) ? (this.text ?? '') : String(value);
  }

  protected typed(text: string): void {
    this.text = text;
    this.valueChange.emit(read(text));
  }

  protected nudge(event: Event, direction: 1 | -1): void {
    event.preventDefault();
    const value = this.value() ?? this.min();
    if (Number.isNaN(value)) return;
    const next = Math.max(this.min(), value + direction * this.step());
    this.text = null;
    this.valueChange.emit(Math.round(next * 1e6) / 1e6);
  }
}

function read(text: string): number {
  const trimmed = text.trim().replace(',', '.');
  return trimmed === '' ? NaN : Number(trimmed);
}
