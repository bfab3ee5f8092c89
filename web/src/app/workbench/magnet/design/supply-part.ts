import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { turnOffOf, type SweepPoint } from '@nab/core/experiments';
import { openingSentence } from '@nab/words/experiments';
import { SupplyFields, type SupplyOnScreen } from '../../coil';
import { MagnetStore } from '../magnet-store';
import { FromShelf } from '../shelf';

/** Cells or bench supply of the magnet, its leads, switch and diode. */
@Component({
  selector: 'nab-supply-part',
  imports: [FromShelf, SupplyFields],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nab-supply-fields [onScreen]="onScreen" [seriesSweep]="seriesSweep()">
      <nab-from-shelf kind="cell" label="Cells from the shelf" />
    </nab-supply-fields>
  `,
})
export class SupplyPart {
  private readonly store = inject(MagnetStore);
  readonly seriesSweep = input<readonly SweepPoint[] | undefined>();

  protected readonly onScreen: SupplyOnScreen = {
    supply: this.store.form.supply,
    leads: this.store.form.leads,
    value: computed(() => this.store.design().value().supply),
    sizeFault: computed(() => this.store.design().errorAt('supply.size')),
    series: computed(() => this.store.magnet().supply.series),
    opening: computed(() => {
      const { evaluation } = this.store.base();
      const magnet = this.store.magnet();
      return evaluation
        ? openingSentence(turnOffOf(magnet, evaluation), magnet.leads.diode === true)
        : '';
    }),
    edit: (change) =>
      this.store.design().edit((design) => ({ ...design, supply: change(design.supply) })),
  };
}
