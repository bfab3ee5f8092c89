import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { loadHeld, type CellStep, type LoadHeld } from '@nab/core/experiments';
import { parseQuantity } from '@nab/core/quantities';
import { cellsSentence, packOf, loadSentence, takingText } from '@nab/words/experiments';
import { CellsChart, LoadChart } from '../../../ui/charts';
import { CollapsibleSection, QuantityField } from '../../../ui/fields';
import { MagnetStore } from '../magnet-store';

/** A plate or bar against the pole, and the load that hangs from it. */
@Component({
  selector: 'nab-plate-fields',
  imports: [CellsChart, FormField, LoadChart, CollapsibleSection, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="nab-hint">
      {{ store.magnet().pair ? 'A bar across both poles' : 'A steel plate under the pole' }}
    </p>
    <div class="nab-fields">
      <nab-quantity
        [formField]="form.load.plateWidth"
        kind="length"
        [label]="store.magnet().pair ? 'Width of the bar' : 'Diameter of the plate'"
      />
      <nab-quantity [formField]="form.load.plateThickness" kind="length" label="Its thickness" />
      <nab-quantity
        [formField]="form.load.contactGap"
        kind="length"
        label="Contact gap"
        hint="a sheet of paper is 0.1 mm"
      />
      @if (!store.magnet().pair) {
        <nab-quantity
          [formField]="form.load.plateTilt"
          kind="length"
          label="Tilt of the plate"
          hint="how much wider the gap is at one side"
        />
      }
      <nab-quantity [formField]="form.load.plateLoad" kind="mass" label="Load to be held" />
    </div>
    @if (held(); as sentence) {
      <p>{{ sentence }}</p>
    }
    @if (steps().length > 1) {
      <p>{{ cells() }}</p>
    }
    @if (curve(); as points) {
      <nab-collapsible-section heading="Load against the gap">
        <nab-load-chart [points]="points" />
      </nab-collapsible-section>
    }
    @if (steps().length > 1) {
      <nab-collapsible-section heading="Cells taken away">
        <nab-cells-chart [steps]="steps()" [load]="hung()" [pack]="pack()" />
        <p class="nab-hint">{{ taking() }}</p>
      </nab-collapsible-section>
    }
  `,
})
export class PlateFields {
  protected readonly store = inject(MagnetStore);
  protected readonly form = this.store.form;
  /** Load against contact gap, from the worker. */
  readonly curve = input<readonly LoadHeld[] | undefined>();
  /** What is held as cells are taken away, from the worker. */
  readonly steps = input<readonly CellStep[]>([]);

  protected readonly taking = computed(() => takingText(this.store.magnet().supply));
  protected readonly pack = computed(() => packOf(this.store.magnet().supply));

  protected readonly hung = computed(
    () => parseQuantity(this.store.design().valid().load.plateLoad, 'mass').si,
  );
  protected readonly cells = computed(() => cellsSentence(this.steps(), this.hung(), this.pack()));
  /** Follows the hand at rest: the pull on a plate takes longer than a frame. */
  protected readonly held = computed(() => {
    const evaluation = this.store.restingEvaluation();
    return evaluation && loadSentence(loadHeld(this.store.restingMagnet(), evaluation));
  });
}
