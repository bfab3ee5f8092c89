import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { DIODES, PLUS_TAILS, SUPPLY_KINDS, type SupplyKind } from '@nab/contract';
import {
  CELL_SIZES,
  CELLS,
  CHEMISTRIES,
  openingOf,
  type CellSize,
  type Chemistry,
  type SweepPoint,
} from '@nab/core';
import { Sparkline } from '../../charts';
import { Keys } from '../../keys';
import { MagnetStore } from '../magnet-store';
import { ChoiceField, NumberField, QuantityField } from '../../fields';
import { openingSentence } from '../../words';
import { MeasureCell } from './measure-cell';

/** Cells or bench supply, leads, switch and diode. */
@Component({
  selector: 'nab-supply-fields',
  imports: [ChoiceField, FormField, Keys, MeasureCell, NumberField, QuantityField, Sparkline],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="nab-fields">
      <nab-choice
        label="Supply"
        [options]="kinds"
        [value]="supply().kind"
        (valueChange)="chooseKind($event)"
      />
      @if (supply().kind === 'bench') {
        <nab-quantity [formField]="form.supply.voltage" kind="voltage" label="Voltage set" />
        <nab-quantity
          [formField]="form.supply.currentLimit"
          kind="current"
          label="Current limit set"
        />
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
          [error]="sizeError()"
          (valueChange)="chooseCell(supply().chemistry, $event)"
        />
        <nab-number [formField]="form.supply.series" label="In series" nabKeys="c" [least]="1">
          @if (seriesSweep(); as points) {
            <nab-sparkline
              what="cells in series"
              [points]="points"
              [present]="store.magnet().supply.series"
            />
          }
        </nab-number>
        <nab-number [formField]="form.supply.parallel" label="Packs in parallel" [least]="1" />
      }
      <nab-choice [formField]="form.supply.plusTail" label="Plus to" [options]="plusTails" />
      <nab-number [formField]="form.leads.count" label="Clip leads" />
      <nab-quantity
        [formField]="form.leads.resistanceEach"
        kind="resistance"
        label="Resistance of one lead"
        hint="Typically 0.05–0.1 Ω"
      />
    </div>
    <details class="nab-more">
      <summary>Used or cold cells, switch, diode</summary>
      <div class="nab-fields">
        @if (supply().kind === 'cells') {
          <nab-number
            [formField]="form.supply.used"
            label="Charge used, %"
            hint="0 fresh, 50 half, 90 nearly flat"
            [step]="10"
          />
          <nab-quantity
            [formField]="form.supply.temperature"
            kind="temperature"
            label="Temperature of the cells"
          />
        }
        <nab-quantity [formField]="form.leads.switchResistance" kind="resistance" label="Switch" />
        <nab-choice [formField]="form.leads.diode" label="Diode" [options]="diodes" />
      </div>
      @if (opening(); as sentence) {
        <p class="nab-hint">{{ sentence }}</p>
      }
    </details>
    @if (supply().kind === 'cells') {
      <nab-measure-cell />
    }
  `,
})
export class SupplyFields {
  protected readonly store = inject(MagnetStore);
  protected readonly form = this.store.form;
  readonly seriesSweep = input<readonly SweepPoint[] | undefined>();
  protected readonly kinds = SUPPLY_KINDS;
  protected readonly chemistries = CHEMISTRIES;
  protected readonly plusTails = PLUS_TAILS;
  protected readonly diodes = DIODES;

  protected readonly supply = computed(() => this.store.design().value().supply);
  protected readonly sizeError = computed(() => this.store.design().errorAt('supply.size'));
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
  protected readonly opening = computed(() => {
    const { evaluation } = this.store.base();
    const magnet = this.store.magnet();
    return evaluation && openingSentence(openingOf(magnet, evaluation), !!magnet.leads.diode);
  });

  protected chooseKind(kind: SupplyKind): void {
    this.store.design().edit((design) => ({
      ...design,
      supply: {
        ...design.supply,
        kind,
        ...(kind === 'bench' && {
          voltage: design.supply.voltage ?? '3 V',
          currentLimit: design.supply.currentLimit ?? '2 A',
        }),
      },
    }));
  }

  protected chooseChemistry(chemistry: Chemistry): void {
    const { size } = this.supply();
    const made = CELLS.filter((cell) => cell.chemistry === chemistry).map((cell) => cell.size);
    const fallback = made.includes('AA') ? 'AA' : made[0]!;
    this.chooseCell(chemistry, made.includes(size) ? size : fallback);
  }

  /** Another cell is another cell: what was measured of the last one does not hold for it. */
  protected chooseCell(chemistry: Chemistry, size: CellSize): void {
    this.store.design().edit((design) => {
      const { emf: _emf, internalResistance: _resistance, ...supply } = design.supply;
      return { ...design, supply: { ...supply, chemistry, size } };
    });
  }
}
