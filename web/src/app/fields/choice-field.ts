import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { FormValueControl, ValidationError } from '@angular/forms/signals';

let nextId = 0;

/** One of a few, as the browser's own list: works with keyboard, screen reader and thumb. */
@Component({
  selector: 'nab-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-field' },
  template: `
    <label [for]="id">{{ label() }}</label>
    <select
      #list
      [id]="id"
      [attr.aria-invalid]="fault() !== null"
      [attr.aria-describedby]="id + '-note'"
      (change)="choose(list.selectedIndex)"
    >
      @for (option of entries(); track option[0]) {
        <option [value]="option[0]" [selected]="option[0] === value()">{{ option[1] }}</option>
      }
    </select>
    <span [id]="id + '-note'" [class]="fault() ? 'nab-error' : 'nab-hint'">{{
      fault() ?? hint()
    }}</span>
  `,
})
export class ChoiceField<T extends string> implements FormValueControl<T> {
  readonly label = input.required<string>();
  /** Text by value, in the order to show. */
  readonly options = input.required<Readonly<Partial<Record<T, string>>>>();
  readonly value = model.required<T>();
  readonly error = input<string | null>(null);
  readonly hint = input('');
  /** What a form finds wrong with it. */
  readonly errors = input<readonly ValidationError[]>([]);

  protected readonly id = `choice-${nextId++}`;
  protected readonly entries = computed(() => Object.entries(this.options()) as [T, string][]);
  protected readonly fault = computed(() => this.error() ?? this.errors()[0]?.message ?? null);

  protected choose(index: number): void {
    const option = this.entries()[index];
    if (option) this.value.set(option[0]);
  }
}
