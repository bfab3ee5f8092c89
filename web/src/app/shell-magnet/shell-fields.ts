import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { QuantityKind } from '@nab/core';
import { ChoiceField, NumberField, QuantityField } from '../fields';
import { ShellStore } from './shell-store';

/** One value of the shell magnet, whichever way it is typed, bound to its path. */
@Component({
  selector: 'nab-shell-field',
  imports: [ChoiceField, NumberField, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { style: 'display: contents' },
  template: `
    @if (options(); as list) {
      <nab-choice
        [label]="label()"
        [options]="list"
        [value]="$any(value())"
        [error]="error()"
        [hint]="hint()"
        (valueChange)="store.set(path(), $event)"
      />
    } @else if (kind(); as of) {
      <nab-quantity
        [label]="label()"
        [kind]="of"
        [value]="$any(value())"
        [error]="error()"
        [hint]="hint()"
        (valueChange)="store.set(path(), $event)"
      />
    } @else {
      <nab-number
        [label]="label()"
        [min]="min()"
        [step]="step()"
        [value]="$any(value())"
        [error]="error()"
        [hint]="hint()"
        (valueChange)="store.set(path(), $event)"
      />
    }
  `,
})
export class ShellField {
  protected readonly store = inject(ShellStore);
  readonly path = input.required<string>();
  readonly label = input.required<string>();
  /** A quantity of this kind; a plain number when neither this nor `options` is given. */
  readonly kind = input<QuantityKind | null>(null);
  readonly options = input<Readonly<Record<string, string>> | null>(null);
  readonly hint = input('');
  readonly min = input(1);
  readonly step = input(1);

  protected readonly value = computed(() =>
    this.path()
      .split('.')
      .reduce<unknown>((part, key) => (part as Record<string, unknown>)[key], this.store.value()),
  );
  protected readonly error = computed(() => this.store.errorAt(this.path()));
}
