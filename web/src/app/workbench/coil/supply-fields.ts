import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { DIODES, PLUS_TAILS, SUPPLY_KINDS, type SupplyKind } from '@nab/contract/experiments';
import {
  CELL_SIZES,
  CELLS,
  CHEMISTRIES,
  isDemonstrationSupply,
  type CellSize,
  type Chemistry,
} from '@nab/core/physics';
import type { SweepPoint } from '@nab/core/experiments';
import { Sparkline } from '../../ui/charts';
import { ChoiceField, CollapsibleSection, NumberField, QuantityField } from '../../ui/fields';
import { MeasureCell } from './measure-cell';
import type { SupplyOnScreen } from './supply-on-screen';

/** Cells or bench supply, leads, switch and diode. */
@Component({
  selector: 'nab-supply-fields',
  imports: [
    ChoiceField,
    FormField,
    MeasureCell,
    CollapsibleSection,
    NumberField,
    QuantityField,
    Sparkline,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="nab-fields">
      <ng-content />
      <nab-choice
        label="Supply"
        [options]="kinds"
        [value]="supply().kind"
        (valueChange)="chooseKind($event)"
      />
      @if (supply().kind === 'bench') {
        <nab-quantity [formField]="form().voltage" kind="voltage" label="Voltage set" />
        <nab-quantity [formField]="form().currentLimit" kind="current" label="Current limit set" />
      } @else {
        <nab-choice
          label="Chemistry"
          [options]="chemistries"
          [value]="supply().chemistry"
          (valueChange)="chooseChemistry($event)"
        />
        <nab-choice
          label="Cell"
          hint="Typical values, unless measured"
          [options]="sizes()"
          [value]="supply().size"
          [error]="onScreen().sizeFault()"
          (valueChange)="chooseCell(supply().chemistry, $event)"
        />
        <nab-number [formField]="form().series" label="In series" data-key="c" [least]="1">
          @if (seriesSweep(); as points) {
            <nab-sparkline
              what="cells in series"
              [points]="points"
              [present]="onScreen().series()"
            />
          }
        </nab-number>
        <nab-number [formField]="form().parallel" label="Packs in parallel" [least]="1" />
      }
      <nab-choice [formField]="form().plusTail" label="Plus goes to" [options]="plusTails" />
      <nab-number [formField]="leads().count" label="Clip leads" />
      <nab-quantity
        [formField]="leads().resistanceEach"
        kind="resistance"
        label="Resistance of one lead"
        hint="Typically 0.05–0.1 Ω"
      />
    </div>
    <nab-collapsible-section heading="Used or cold cells, switch, resistor, diode">
      <div class="nab-fields">
        @if (supply().kind === 'cells') {
          <nab-number
            [formField]="form().used"
            label="Charge used, %"
            hint="0 fresh, 50 half, 90 nearly flat"
            [step]="10"
          />
          <nab-quantity
            [formField]="form().temperature"
            kind="temperature"
            label="Temperature of the cells"
          />
        }
        <nab-quantity
          [formField]="leads().switchResistance"
          kind="resistance"
          label="Switch or resistor"
        />
        <nab-choice [formField]="leads().diode" label="Diode" [options]="diodes" />
      </div>
      @if (onScreen().opening(); as sentence) {
        <p class="nab-hint">{{ sentence }}</p>
      }
    </nab-collapsible-section>
    @if (supply().kind === 'cells') {
      <nab-measure-cell [onScreen]="onScreen()" />
    }
  `,
})
export class SupplyFields {
  readonly onScreen = input.required<SupplyOnScreen>();
  readonly seriesSweep = input<readonly SweepPoint[] | undefined>();
  protected readonly kinds = SUPPLY_KINDS;
  protected readonly chemistries = CHEMISTRIES;
  protected readonly plusTails = PLUS_TAILS;
  protected readonly diodes = DIODES;

  protected readonly supply = computed(() => this.onScreen().value());
  protected readonly form = computed(() => this.onScreen().supply);
  protected readonly leads = computed(() => this.onScreen().leads);
  /** Sizes in which the chosen chemistry is made. */
  protected readonly sizes = computed((): Partial<Record<CellSize, string>> => {
    const { chemistry } = this.supply();
    return Object.fromEntries(
      CELLS.filter((cell) => cell.chemistry === chemistry).map(({ size }) => [
        size,
        CELL_SIZES[size],
      ]),
    );
  });

  protected chooseKind(kind: SupplyKind): void {
    this.onScreen().edit((supply) => ({
      ...supply,
      kind,
      ...(kind === 'bench' && {
        voltage: supply.voltage ?? '3 V',
        currentLimit: supply.currentLimit ?? '2 A',
      }),
    }));
  }

  protected chooseChemistry(chemistry: Chemistry): void {
    const { size } = this.supply();
    const made = CELLS.filter((cell) => cell.chemistry === chemistry).map((cell) => cell.size);
    const fallback = made.includes('AA') ? 'AA' : made[0]!;
    this.chooseCell(chemistry, made.includes(size) ? size : fallback);
  }

  /**
   * Another cell is another cell: what was measured of the last one does not hold for it. A battery
   * that gives hundreds of amperes is one, whatever number of small cells stood there before.
   */
  protected chooseCell(chemistry: Chemistry, size: CellSize): void {
    this.onScreen().edit(({ emf: _emf, internalResistance: _resistance, ...supply }) => {
      const strong = isDemonstrationSupply(chemistry) && !isDemonstrationSupply(supply.chemistry);
      return { ...supply, chemistry, size, ...(strong && { series: 1, parallel: 1 }) };
    });
  }
}
