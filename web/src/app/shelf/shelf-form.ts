import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { check, shelfItemSchema, type ShelfItem } from '@nab/contract';
import {
  CELL_SIZES,
  CELLS,
  CHEMISTRIES,
  CONDUCTORS,
  CORE_SHAPES,
  formatQuantity,
  HEADED_SHAPES,
  INSULATIONS,
  MATERIALS,
  SMALL_OBJECTS,
  THREADED_SHAPES,
  WIRE_FORMS,
  type Chemistry,
  type SmallObjectId,
} from '@nab/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { namesOf } from '../words';
import { ChoiceField, NumberField, QuantityField } from '../fields';

type PartKey = 'core' | 'reel' | 'cell' | 'object';

/** One thing of the shelf, to be typed in or changed. */
@Component({
  selector: 'nab-shelf-form',
  imports: [ChoiceField, NumberField, NzButtonModule, QuantityField],
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
  /** Faults show once the educator wanted to put the thing on the shelf. */
  protected readonly tried = signal(false);
  protected readonly shapes = CORE_SHAPES;
  protected readonly materials = namesOf(MATERIALS);
  protected readonly conductors = namesOf(CONDUCTORS);
  protected readonly insulations = INSULATIONS;
  protected readonly forms = WIRE_FORMS;
  protected readonly chemistries = CHEMISTRIES;
  protected readonly objects = namesOf(SMALL_OBJECTS);
  protected readonly headed = HEADED_SHAPES;
  protected readonly threaded = THREADED_SHAPES;

  protected readonly sizes = computed(() => {
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

  protected error(path: string): string | null {
    // What was typed and cannot be read shows at once; what is merely missing when it is wanted.
    const fault = this.faults().find((found) => found.path === path);
    return fault && (this.tried() || path.includes('.')) ? fault.message : null;
  }

  protected rename(name: string): void {
    this.draft.update((item) => ({ ...item, name }));
  }

  /** Writes one key of the part of this kind; an empty optional one is taken away. */
  protected set(part: PartKey, key: string, value: unknown): void {
    this.draft.update((item) => {
      const { [key]: _before, ...rest } = (item[part] ?? {}) as Record<string, unknown>;
      const gone = value === undefined || value === '';
      return { ...item, [part]: gone ? rest : { ...rest, [key]: value } } as ShelfItem;
    });
  }

  protected chooseChemistry(chemistry: Chemistry): void {
    const sizes = CELLS.filter((cell) => cell.chemistry === chemistry).map(({ size }) => size);
    this.set('cell', 'chemistry', chemistry);
    const size = this.draft().cell?.size;
    if (!size || !sizes.includes(size)) this.set('cell', 'size', sizes[0]);
  }

  protected chooseObject(object: SmallObjectId): void {
    this.set('object', 'object', object);
    this.set('object', 'massEach', formatQuantity(SMALL_OBJECTS[object].mass_kg, 'mass', 'g'));
  }

  protected finish(event: Event): void {
    event.preventDefault();
    this.tried.set(true);
    const checked = check<ShelfItem>(shelfItemSchema, this.draft());
    if (checked.ok) this.done.emit(checked.value);
  }
}
