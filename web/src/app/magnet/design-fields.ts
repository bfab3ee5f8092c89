import {
  ChangeDetectionStrategy,
  Component,
  computed,
  Directive,
  inject,
  input,
} from '@angular/core';
import type { DesignDocument } from '@nab/contract';
import type { QuantityKind } from '@nab/core';
import { MagnetStore } from './magnet-store';
import { ChoiceField, NumberField, QuantityField } from '../fields';

type PartName = 'core' | 'wire' | 'winding' | 'supply' | 'leads' | 'load';
/** A key of one part of the design, such as `core.length`. */
export type DesignPath = {
  [P in PartName]: `${P}.${Extract<keyof DesignDocument[P], string>}`;
}[PartName];

/** A field of the design: reads, shows the fault of, and edits one key of it. */
@Directive()
abstract class DesignField {
  readonly path = input.required<DesignPath>();
  readonly label = input.required<string>();
  readonly hint = input('');
  private readonly store = inject(MagnetStore);

  protected readonly stored = computed((): unknown => {
    const [part, key] = this.keys();
    return (this.store.design().value()[part] as Record<string, unknown>)[key];
  });
  protected readonly error = computed(() => this.store.design().errorAt(this.path()));

  protected write(value: unknown): void {
    const [part, key] = this.keys();
    this.store.design().edit((design) => {
      const { [key]: _before, ...rest } = design[part] as Record<string, unknown>;
      // An optional key that was emptied is gone, not empty.
      const changed = value === undefined ? rest : { ...design[part], [key]: value };
      return { ...design, [part]: changed };
    });
  }

  private keys(): [PartName, string] {
    return this.path().split('.') as [PartName, string];
  }
}

/** A quantity of the design. */
@Component({
  selector: 'nab-design-quantity',
  imports: [QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-quantity
      [label]="label()"
      [kind]="kind()"
      [hint]="hint()"
      [value]="text()"
      [error]="error()"
      (valueChange)="typed($event)"
    >
      <ng-content />
    </nab-quantity>
  `,
})
export class DesignQuantity extends DesignField {
  readonly kind = input<QuantityKind>('length');
  /** May be left empty. */
  readonly optional = input(false);
  protected readonly text = computed(() => (this.stored() as string | undefined) ?? '');

  protected typed(text: string): void {
    this.write(this.optional() && text.trim() === '' ? undefined : text);
  }
}

/** A number of the design without unit. */
@Component({
  selector: 'nab-design-number',
  imports: [NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-number
      [label]="label()"
      [hint]="hint()"
      [min]="min()"
      [step]="step()"
      [value]="$any(stored())"
      [error]="error()"
      (valueChange)="write($event)"
    >
      <ng-content />
    </nab-number>
  `,
})
export class DesignNumber extends DesignField {
  readonly min = input(0);
  readonly step = input(1);
}

/** A choice of the design. */
@Component({
  selector: 'nab-design-choice',
  imports: [ChoiceField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-choice
      [label]="label()"
      [hint]="hint()"
      [options]="options()"
      [value]="$any(stored())"
      [error]="error()"
      (valueChange)="write($event)"
    />
  `,
})
export class DesignChoice extends DesignField {
  readonly options = input.required<Readonly<Record<string, string>>>();
}
