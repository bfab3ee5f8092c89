import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

let nextId = 0;

/** One of a few, as the browser's own list: works with keyboard, screen reader and thumb. */
@Component({
  selector: 'nab-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-field' },
  template: `
    <label [for]="id">{{ label() }}</label>
    <select
      [id]="id"
      [attr.aria-invalid]="error() !== null"
      [attr.aria-describedby]="id + '-note'"
      (change)="valueChange.emit($any($event.target).value)"
    >
      @for (option of entries(); track option[0]) {
        <option [value]="option[0]" [selected]="option[0] === value()">{{ option[1] }}</option>
      }
    </select>
    <span [id]="id + '-note'" [class]="error() ? 'nab-error' : 'nab-hint'">{{
      error() ?? hint()
    }}</span>
  `,
})
export class ChoiceField<T extends string> {
  readonly label = input.required<string>();
  /** Text by value, in the order to show. */
  readonly options = input.required<Readonly<Record<T, string>>>();
  readonly value = input.required<T>();
  readonly error = input<string | null>(null);
  readonly hint = input('');
  readonly valueChange = output<T>();

  protected readonly id = `choice-${nextId++}`;
  protected readonly entries = computed(() => Object.entries(this.options()) as [T, string][]);
}
