import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  InjectionToken,
  Injector,
  type Signal,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { compassSchema, toCompassSet, type CompassDocument } from '@nab/contract';
import {
  bandOf,
  COMPASS_SHAPES,
  COMPASS_SIDES,
  compassCautions,
  CoreError,
  evaluateCompassSet,
  EXPERIMENTS,
  formatQuantity,
  INSULATIONS,
  measureOf,
  type ClassBelief,
  type CompassEvaluation,
} from '@nab/core';
import type { Schema } from 'yup';
import { DocumentBar } from '../designs';
import { Notice } from '../notices';
import { CautionList } from '../inspector';
import { ChoiceField, documentForm, NumberField, QuantityField, TextField } from '../fields';
import type { SavedDocument } from '../saving';
import { measuredBand, measuredText, secondsText } from '../words';
import { Compass } from './compass';

/** What a compass designer works on: its document, and what a class has shown about the model. */
export interface CompassOnScreen {
  readonly document: Signal<SavedDocument<CompassDocument>>;
  readonly belief: Signal<ClassBelief | undefined>;
}
export const COMPASS_ON_SCREEN = new InjectionToken<CompassOnScreen>('the compass set on screen');

/** Wire, loop or bare coil, cells, and the needle that they turn. */
@Component({
  selector: 'nab-compass-designer',
  imports: [
    CautionList,
    ChoiceField,
    Compass,
    DocumentBar,
    FormField,
    Notice,
    NumberField,
    QuantityField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compass-designer.html',
  styleUrl: './compass-designer.less',
})
export class CompassDesigner {
  private readonly onScreen = inject(COMPASS_ON_SCREEN);
  protected readonly document = this.onScreen.document;
  protected readonly value = computed(() => this.document().value());
  protected readonly form = documentForm(
    () => this.document(),
    compassSchema as Schema<CompassDocument>,
    inject(Injector),
  );
  protected readonly shapes = COMPASS_SHAPES;
  protected readonly sides = COMPASS_SIDES;
  protected readonly insulations = INSULATIONS;

  protected readonly set = computed(() => toCompassSet(this.document().valid()));
  protected readonly evaluated = computed(
    (): { evaluation: CompassEvaluation | null; fault: string | null } => {
      try {
        return { evaluation: evaluateCompassSet(this.set()), fault: null };
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return { evaluation: null, fault: error.message };
      }
    },
  );
  protected readonly degrees = computed(() => {
    const { evaluation } = this.evaluated();
    if (!evaluation) return 0;
    const size = (evaluation.deflection * 180) / Math.PI;
    return evaluation.toward === 'east' ? size : -size;
  });
  protected readonly sentence = computed(() => {
    const { evaluation } = this.evaluated();
    if (!evaluation) return '';
    const measure = measureOf('needle-angle');
    const forecast = EXPERIMENTS.compass.evaluate(this.set()).forecast('needle-angle')!;
    const band = bandOf('needle-angle', forecast, this.onScreen.belief());
    return `The needle turns about ${measuredText(measure, band.median)} to the ${evaluation.toward} (${measuredBand(measure, band)}).`;
  });
  protected readonly figures = computed(() => {
    const { evaluation } = this.evaluated();
    if (!evaluation) return [];
    const { coil, fluxDensity } = evaluation;
    return [
      ['Current', formatQuantity(coil.circuit.current, 'current')],
      ['Field at the needle', formatQuantity(fluxDensity, 'fluxDensity', 'µT')],
      ['Earth’s field', formatQuantity(this.set().earth, 'fluxDensity', 'µT')],
      ['Wire to cut', formatQuantity(coil.wireLength, 'length', 'm')],
      ['On at most', secondsText(coil.allowedOnTime)],
    ] as const;
  });
  protected readonly cautions = computed(() => {
    const { evaluation } = this.evaluated();
    return evaluation ? compassCautions(this.set(), evaluation) : [];
  });
}
