import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import type { FormValueControl, ValidationError } from '@angular/forms/signals';
import { formatQuantity, parseQuantity, type QuantityKind } from '@nab/core/quantities';
import { completeUnit, stepQuantity } from '@nab/words/terms';
import { NzInputModule } from 'ng-zorro-antd/input';

let nextId = 0;

/**
 * One quantity as text with its unit: any unit of its kind, decimal point or comma, a gauge for wire.
 * What is typed is kept; what it means in the usual unit is shown when it was typed in another.
 * Arrow keys step it in its own unit.
 */
@Component({
  selector: 'nab-quantity',
  imports: [NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-field' },
  template: `
    <label [for]="id">{{ label() }}</label>
    <input
      #box
      nz-input
      class="nab-number"
      type="text"
      autocomplete="off"
      spellcheck="false"
      [id]="id"
      [value]="value()"
      [attr.aria-invalid]="fault() !== null"
      [attr.aria-describedby]="id + '-note'"
      (input)="typed(box.value)"
      (blur)="left(box)"
      (keydown.arrowup)="step($event, 1)"
      (keydown.arrowdown)="step($event, -1)"
    />
    <ng-content />
    <span [id]="id + '-note'" [class]="fault() ? 'nab-error' : 'nab-hint'">{{
      fault() ?? meaning()
    }}</span>
  `,
})
export class QuantityField implements FormValueControl<string> {
  readonly label = input.required<string>();
  readonly kind = input.required<QuantityKind>();
  readonly value = model.required<string>();
  readonly error = input<string | null>(null);
  readonly hint = input('');
  /** What a form finds wrong with it. */
  readonly errors = input<readonly ValidationError[]>([]);

  /** The field was left: what is typed is whole. */
  readonly rested = output<void>();

  protected readonly id = `quantity-${nextId++}`;
  protected readonly fault = computed(() => this.error() ?? this.errors()[0]?.message ?? null);
  private lastReadable = '';

  protected readonly meaning = computed(() => {
    const kind = this.kind();
    try {
      const typed = parseQuantity(this.value(), kind);
      const usual = formatQuantity(typed.si, kind);
      return usual.endsWith(` ${typed.unit}`) ? this.hint() : `= ${usual}`;
    } catch {
      return this.hint();
    }
  });

  protected typed(text: string): void {
    if (this.fault() === null) this.lastReadable = this.value();
    this.value.set(text);
  }

  protected left(box: HTMLInputElement): void {
    const completed = completeUnit(box.value, this.kind(), this.lastReadable);
    if (completed !== box.value) {
      box.value = completed;
      this.value.set(completed);
    }
    this.rested.emit();
  }

  protected step(event: Event, direction: 1 | -1): void {
    const next = stepQuantity(this.value(), this.kind(), direction);
    if (next === null) return;
    event.preventDefault();
    this.value.set(next);
  }
}
