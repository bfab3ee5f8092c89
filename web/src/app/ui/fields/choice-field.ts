import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { FormValueControl, ValidationError } from '@angular/forms/signals';
import { NzSelectModule } from 'ng-zorro-antd/select';
import { SelectRole } from '../accessibility';

/** A list longer than this is found by typing a part of a name. */
const LONG = 7;
let nextId = 0;

/** One of a few. */
@Component({
  selector: 'nab-choice',
  imports: [FormsModule, NzSelectModule, SelectRole],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-field' },
  template: `
    <label [for]="id">{{ label() }}</label>
    <nz-select
      [nzId]="id"
      [nabLabel]="label()"
      [nabNote]="id + '-note'"
      [nabInvalid]="fault() !== null"
      [nzStatus]="fault() === null ? '' : 'error'"
      [nzOptions]="entries()"
      [nzShowSearch]="entries().length > long"
      [nzDropdownMatchSelectWidth]="false"
      [ngModel]="value()"
      (ngModelChange)="value.set($event)"
    />
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
  protected readonly long = LONG;
  protected readonly entries = computed(() =>
    (Object.entries(this.options()) as [T, string][]).map(([value, label]) => ({ value, label })),
  );
  protected readonly fault = computed(() => this.error() ?? this.errors()[0]?.message ?? null);
}
