import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { CoreError } from '@nab/core/errors';
import { formatQuantity, parseQuantity } from '@nab/core/quantities';
import { measuredResistance } from '@nab/core/physics';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { SupplyOnScreen } from './supply-on-screen';
import { CollapsibleSection, QuantityField } from '../../ui/fields';

/** Two readings of a voltmeter make a typical cell the educator's own. */
@Component({
  selector: 'nab-measure-cell',
  imports: [CollapsibleSection, NzButtonModule, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (measured(); as cell) {
      <p>
        Cell as measured: <span class="nab-number">{{ cell }}</span>
        <button nz-button type="button" (click)="forget()">Back to typical values</button>
      </p>
    }
    <nab-collapsible-section heading="Measure your cell">
      <div class="nab-fields">
        <nab-quantity
          label="Voltage, nothing connected"
          kind="voltage"
          [value]="open()"
          (valueChange)="open.set($event)"
        />
        <nab-quantity
          label="Voltage across a resistor"
          kind="voltage"
          [value]="loaded()"
          (valueChange)="loaded.set($event)"
        />
        <nab-quantity
          label="The resistor"
          kind="resistance"
          hint="1 Ω to 5 Ω is good"
          [value]="load()"
          (valueChange)="load.set($event)"
        />
      </div>
      @if (result(); as r) {
        <p>
          Internal resistance <span class="nab-number">{{ r.text }}</span>, from r = R (E/V − 1).
          <button nz-button type="button" (click)="use(r.resistance)">Use this cell</button>
        </p>
      } @else {
        <p class="nab-hint">
          One cell alone. Read the meter with nothing connected, then for a second or two with the
          resistor across the cell. The second reading must be the lower one.
        </p>
      }
    </nab-collapsible-section>
  `,
})
export class MeasureCell {
  readonly onScreen = input.required<SupplyOnScreen>();
  protected readonly open = signal('');
  protected readonly loaded = signal('');
  protected readonly load = signal('1 Ω');

  protected readonly measured = computed(() => {
    const { emf, internalResistance } = this.onScreen().value();
    return emf !== undefined && internalResistance !== undefined
      ? `${emf}, ${internalResistance}`
      : null;
  });

  protected readonly result = computed(() => {
    try {
      const resistance = measuredResistance(
        parseQuantity(this.open(), 'voltage', 'V').si,
        parseQuantity(this.loaded(), 'voltage', 'V').si,
        parseQuantity(this.load(), 'resistance', 'Ω').si,
      );
      return Number.isFinite(resistance)
        ? { resistance, text: formatQuantity(resistance, 'resistance') }
        : null;
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  });

  protected use(resistance: number): void {
    const emf = parseQuantity(this.open(), 'voltage', 'V');
    this.onScreen().edit((supply) => ({
      ...supply,
      emf: formatQuantity(emf.si, 'voltage', 'V', 4),
      internalResistance: formatQuantity(resistance, 'resistance'),
    }));
  }

  protected forget(): void {
    this.onScreen().edit(({ emf: _emf, internalResistance: _resistance, ...typical }) => typical);
  }
}
