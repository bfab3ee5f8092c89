import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { TOUCH_TIMES } from '@nab/core/physics';
import { ChoiceField, QuantityField } from '../../../ui/fields';
import { MagnetStore } from '../magnet-store';
import { HeatPlan } from './heat-plan';

/** Repeats of a magnet that is for no lesson. */
const USUAL_TRIALS = 3;

/** How warm it gets over the lesson, and how warm it may. */
@Component({
  selector: 'nab-warmth-fields',
  imports: [ChoiceField, FormField, HeatPlan, QuantityField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="nab-fields">
      <nab-choice
        [formField]="store.form.touch"
        label="The winding may be"
        [options]="touchTimes"
      />
      <nab-quantity [formField]="store.form.roomTemperature" label="Room" kind="temperature" />
    </div>
    @if (store.restingEvaluation(); as evaluation) {
      <nab-heat-plan [lump]="evaluation.lump" [limit]="evaluation.touchLimit" [trials]="trials()" />
    }
  `,
})
export class WarmthFields {
  protected readonly store = inject(MagnetStore);
  protected readonly touchTimes = TOUCH_TIMES;
  /** Trials that one group makes with the base magnet's coil. */
  protected readonly trials = computed(() => this.store.lesson()?.repeats ?? USUAL_TRIALS);
}
