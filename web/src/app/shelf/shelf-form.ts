import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { FormField, submit } from '@angular/forms/signals';
import { check } from '@nab/contract/problem';
import { shelfItemSchema, type ShelfItem } from '@nab/contract/shelf';
import {
  CELL_SIZES,
  CELLS,
  CHEMISTRIES,
  CONDUCTORS,
  INSULATIONS,
  MATERIALS,
  SMALL_OBJECTS,
  WIRE_FORMS,
  type CellSize,
  type Chemistry,
  type SmallObjectId,
} from '@nab/core/physics';
import { CORE_SHAPES, HEADED_SHAPES, THREADED_SHAPES } from '@nab/core/experiments';
import { formatQuantity } from '@nab/core/quantities';
import { namesOf } from '@nab/words/terms';
import type { Schema } from 'yup';
import { NzButtonModule } from 'ng-zorro-antd/button';
import {
  ChoiceField,
  documentForm,
  NumberField,
  QuantityField,
  TextField,
  type Editable,
} from '../ui/fields';

/** One thing of the shelf, to be typed in or changed. */
@Component({
  selector: 'nab-shelf-form',
  imports: [ChoiceField, FormField, NumberField, NzButtonModule, QuantityField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shelf-form.html',
  styles: `
    form {
      display: grid;
      gap: 12px;
      padding: 14px;
      background: var(--nab-sheet);
      border: 1px solid var(--nab-grid);
      border-left: 4px solid var(--nab-copper);
    }
  `,
})
export class ShelfForm {
  readonly item = input.required<ShelfItem>();
  readonly done = output<ShelfItem>();
  readonly cancelled = output();

  protected readonly draft = linkedSignal(() => this.item());
  protected readonly shapes = CORE_SHAPES;
  protected readonly materials = namesOf(MATERIALS);
  protected readonly conductors = namesOf(CONDUCTORS);
  protected readonly insulations = INSULATIONS;
  protected readonly forms = WIRE_FORMS;
  protected readonly chemistries = CHEMISTRIES;
  protected readonly objects = namesOf(SMALL_OBJECTS);
  protected readonly headed = HEADED_SHAPES;
  protected readonly threaded = THREADED_SHAPES;

  protected readonly sizes = computed((): Partial<Record<CellSize, string>> => {
    const chemistry = this.draft().cell?.chemistry;
    return Object.fromEntries(
      CELLS.filter((cell) => cell.chemistry === chemistry).map(({ size }) => [
        size,
        CELL_SIZES[size],
      ]),
    );
  });

  private readonly faults = computed(() => {
    const checked = check(shelfItemSchema, this.draft());
    return checked.ok ? [] : checked.errors;
  });
  protected readonly form = documentForm(
    (): Editable<ShelfItem> => ({
      value: this.draft,
      errors: this.faults,
      edit: (change) => this.draft.update(change),
    }),
    shelfItemSchema as unknown as Schema<ShelfItem>,
    inject(Injector),
  );

  protected chooseChemistry(chemistry: Chemistry): void {
    const sizes = CELLS.filter((cell) => cell.chemistry === chemistry).map(({ size }) => size);
    this.draft.update((item) => {
      const { cell } = item;
      if (!cell) return item;
      const size = sizes.includes(cell.size) ? cell.size : sizes[0]!;
      return { ...item, cell: { ...cell, chemistry, size } };
    });
  }

  protected chooseObject(object: SmallObjectId): void {
    const massEach = formatQuantity(SMALL_OBJECTS[object].mass_kg, 'mass', 'g');
    this.draft.update((item) => ({ ...item, object: { ...item.object!, object, massEach } }));
  }

  protected async finish(event: Event): Promise<void> {
    event.preventDefault();
    // Marks every field as touched, so that what is missing is said too.
    await submit(this.form, () => {
      const checked = check<ShelfItem>(shelfItemSchema, this.draft());
      if (checked.ok) this.done.emit(checked.value);
      return Promise.resolve(undefined);
    });
  }
}
