import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  InjectionToken,
  signal,
  type Signal,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { compassSchema, toCompassSet, type CompassDocument } from '@nab/contract/experiments';
import {
  bandOf,
  COMPASS_SHAPES,
  COMPASS_SIDES,
  compassCautions,
  evaluateCompassSet,
  EXPERIMENTS,
  type CompassEvaluation,
} from '@nab/core/experiments';
import { INSULATIONS } from '@nab/core/physics';
import { measureOf } from '@nab/core/lesson';
import type { ClassPosterior } from '@nab/core/statistics';
import { measuredBand, measuredText } from '@nab/words/lesson';
import type { Schema } from 'yup';
import { WorkbenchPanel } from '../frame';
import { SupplyFields, type SupplyOnScreen } from '../coil';
import { DesignModel, ExperimentDesigner, type DesignRules } from '../designer';
import { ChoiceField, NumberField, QuantityField } from '../../ui/fields';
import type { SavedDocument } from '../../platform/saving';
import { compassFacts } from './compass-facts';
import { Compass } from './compass';
import { CompassFormula } from './compass-formula';
import { Stage } from '../../ui/drawing';

/** What a compass designer works on: its document, and what a class has shown about the model. */
export interface CompassOnScreen {
  readonly document: Signal<SavedDocument<CompassDocument>>;
  readonly belief: Signal<ClassPosterior | undefined>;
}
export const COMPASS_ON_SCREEN = new InjectionToken<CompassOnScreen>('the compass set on screen');

const COMPASS: DesignRules<'compass', CompassEvaluation> = {
  experiment: 'compass',
  schema: compassSchema as Schema<CompassDocument>,
  toDesign: toCompassSet,
  evaluate: evaluateCompassSet,
  cautions: compassCautions,
  deciding: (set, evaluation) => compassFacts(set, evaluation).slice(0, 4),
  facts: compassFacts,
  wayOutOf: 'needle-angle',
};

/** Wire, loop or bare coil, cells, and the needle that they turn. */
@Component({
  selector: 'nab-compass-designer',
  imports: [
    CompassFormula,
    Stage,
    ExperimentDesigner,
    WorkbenchPanel,
    ChoiceField,
    Compass,
    FormField,
    NumberField,
    QuantityField,
    SupplyFields,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compass-designer.html',
})
export class CompassDesigner {
  private readonly onScreen = inject(COMPASS_ON_SCREEN);
  protected readonly design = new DesignModel(this.onScreen.document, COMPASS);
  protected readonly value = this.design.value;
  protected readonly form = this.design.form;
  protected readonly part = signal('wire');
  protected readonly shapes = COMPASS_SHAPES;
  protected readonly sides = COMPASS_SIDES;
  protected readonly insulations = INSULATIONS;

  protected readonly degrees = computed(() => {
    const evaluation = this.design.evaluation();
    if (!evaluation) return 0;
    const size = (evaluation.deflection * 180) / Math.PI;
    return evaluation.toward === 'east' ? size : -size;
  });
  protected readonly sentence = computed(() => {
    const evaluation = this.design.evaluation();
    if (!evaluation) return '';
    const measure = measureOf('needle-angle');
    const forecast = EXPERIMENTS.compass.evaluate(this.design.design()).forecast('needle-angle')!;
    const band = bandOf('needle-angle', forecast, this.onScreen.belief());
    return `The needle turns about ${measuredText(measure, band.median)} to the ${evaluation.toward} (${measuredBand(measure, band)}).`;
  });
  protected readonly supply: SupplyOnScreen = {
    supply: this.form.supply,
    leads: this.form.leads,
    value: computed(() => this.value().supply),
    sizeFault: computed(() => this.onScreen.document().errorAt('supply.size')),
    series: computed(() => this.design.design().supply.series),
    opening: computed(() => ''),
    edit: (change) =>
      this.onScreen.document().edit((set) => ({ ...set, supply: change(set.supply) })),
  };
}
