import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { FormValueControl, ValidationError } from '@angular/forms/signals';
import { NzInputModule } from 'ng-zorro-antd/input';

let nextId = 0;

/** A line of words, such as a name. What is missing is said once the field was left. */
@Component({
  selector: 'nab-text',
  imports: [NzInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-field' },
  template: `
    <label [for]="id">{{ label() }}</label>
    <input
      #box
      nz-input
      type="text"
      autocomplete="off"
      [id]="id"
      [value]="value()"
      [attr.aria-invalid]="fault() !== null"
      [attr.aria-describedby]="id + '-note'"
      (input)="value.set(box.value)"
      (blur)="touched.set(true)"
    />
    <span [id]="id + '-note'" [class]="fault() ? 'nab-error' : 'nab-hint'">{{
      fault() ?? hint()
    }}</span>
  `,
})
export class TextField implements FormValueControl<string> {
  readonly label = input.required<string>();
  readonly value = model.required<string>();
  readonly hint = input('');
  readonly touched = model(false);
  /** What a form finds wrong with it. */
  readonly errors = input<readonly ValidationError[]>([]);

  protected readonly id = `text-${nextId++}`;
  protected readonly fault = computed(() =>
    this.touched() ? (this.errors()[0]?.message ?? null) : null,
  );
}
