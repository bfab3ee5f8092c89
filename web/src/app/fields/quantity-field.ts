import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { formatQuantity, parseQuantity, type QuantityKind } from '@nab/core';
import { NzInputModule } from 'ng-zorro-antd/input';
import { completeUnit, stepQuantity } from '../words';

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
      nz-input
      class="nab-number"
      type="text"
      autocomplete="off"
      spellcheck="false"
      [id]="id"
      [value]="value()"
      [attr.aria-invalid]="error() !== null"
      [attr.aria-describedby]="id + '-note'"
      (input)="typed($any($event.target).value)"
      (blur)="left($any($event.target))"
      (keydown.arrowup)="step($event, 1)"
      (keydown.arrowdown)="step($event, -1)"
    />
    <ng-content />
    <span [id]="id + '-note'" [class]="error() ? 'nab-error' : 'nab-hint'">{{
      error() ?? meaning()
    }}</span>
  `,
})
export class QuantityField {
  readonly label = input.required<string>();
  readonly kind = input.required<QuantityKind>();
  readonly value = input.required<string>();
  readonly error = input<string | null>(null);
  readonly hint = input('');
  readonly valueChange = output<string>();

  protected readonly id = `quantity-${nextId++}`;
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
    if (this.error() === null) this.lastReadable = this.value();
    this.valueChange.emit(text);
  }

  protected left(box: HTMLInputElement): void {
    const completed = completeUnit(box.value, this.kind(), this.lastReadable);
    if (completed === box.value) return;
    box.value = completed;
    this.valueChange.emit(completed);
  }

  protected step(event: Event, direction: 1 | -1): void {
    const next = stepQuantity(this.value(), this.kind(), direction);
    if (next === null) return;
    event.preventDefault();
    this.valueChange.emit(next);
  }
}
