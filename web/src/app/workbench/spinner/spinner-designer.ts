import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  InjectionToken,
  linkedSignal,
  signal,
  type Signal,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import {
  newSpinner,
  POLES_UP,
  ROUND_CELLS,
  spinnerSchema,
  toSpinner,
  TRACK_ENDS,
  type SpinnerDocument,
} from '@nab/contract/experiments';
import {
  evaluateSpinner,
  SPINNER_SHAPES,
  SPINNER_STATES,
  spinnerCautions,
  TOUCHES,
  type SpinnerEvaluation,
} from '@nab/core/experiments';
import { formatNumber } from '@nab/core/quantities';
import { INSULATIONS } from '@nab/core/physics';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { Schema } from 'yup';
import { AnimationPlayer, WorkbenchPanel } from '../frame';
import { CLASS_CHEMISTRIES, CONDUCTOR_NAMES } from '../coil';
import { DesignModel, ExperimentDesigner, type DesignRules } from '../designer';
import type { MenuEntry } from '../designs';
import { ChoiceField, NumberField, QuantityField } from '../../ui/fields';
import type { SavedDocument } from '../../platform/saving';
import { SpinnerDrawing } from './spinner-drawing';
import { spinnerFacts } from './spinner-facts';
import { Stage } from '../../ui/drawing';

/** The document that a spinner's designer works on. */
export const SPINNER_ON_SCREEN = new InjectionToken<Signal<SavedDocument<SpinnerDocument>>>(
  'the spinner on screen',
);

const SPINNER: DesignRules<'spinner', SpinnerEvaluation> = {
  experiment: 'spinner',
  schema: spinnerSchema as Schema<SpinnerDocument>,
  toDesign: toSpinner,
  evaluate: evaluateSpinner,
  cautions: spinnerCautions,
  deciding: (design, evaluation) => spinnerFacts(design, evaluation).slice(0, 4),
  facts: spinnerFacts,
};

/** Longer than this nobody watches, s. */
const WATCHED_S = 8;

/** Faster than this nothing is drawn: two turns a second. */
const DRAWN_RAD_PER_S = 4 * Math.PI;

/** Cell, magnets and the wire that turns on them. */
@Component({
  selector: 'nab-spinner-designer',
  imports: [
    Stage,
    ExperimentDesigner,
    WorkbenchPanel,
    ChoiceField,
    FormField,
    NumberField,
    NzButtonModule,
    QuantityField,
    SpinnerDrawing,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './spinner-designer.html',
})
export class SpinnerDesigner {
  private readonly document = inject(SPINNER_ON_SCREEN);
  protected readonly design = new DesignModel(this.document, SPINNER);
  protected readonly form = this.design.form;
  protected readonly part = signal('cell');
  protected readonly chemistries = CLASS_CHEMISTRIES;
  protected readonly sizes = ROUND_CELLS;
  protected readonly ends = TRACK_ENDS;
  protected readonly poles = POLES_UP;
  protected readonly shapes = SPINNER_SHAPES;
  protected readonly touches = TOUCHES;
  protected readonly conductors = CONDUCTOR_NAMES;
  protected readonly insulations = INSULATIONS;
  protected readonly again: readonly MenuEntry[] = [
    { words: 'Start again', run: () => this.document().edit(() => newSpinner()) },
  ];

  protected readonly spinner = this.design.design;
  protected readonly motion = computed(() => this.design.evaluation()?.motion ?? null);
  protected readonly sentence = computed(() => {
    const evaluation = this.design.evaluation();
    if (!evaluation) return '';
    const says = SPINNER_STATES[evaluation.state];
    if (!evaluation.motion) return `${says}.`;
    const rate = formatNumber(evaluation.motion.limitSpeed / (2 * Math.PI), 2);
    return `${says} ${evaluation.turns}, seen from above, in the end at most about ${rate} times a second.`;
  });
  /** s since it was let go; zero again when another spinner is designed. */
  private readonly time = linkedSignal({ source: this.spinner, computation: () => 0 });
  protected readonly realTime = new AnimationPlayer();
  /** How much slower it is drawn: what turns faster flickers on a screen. */
  protected readonly slower = computed(() =>
    Math.min(1, DRAWN_RAD_PER_S / (this.motion()?.limitSpeed ?? 1)),
  );
  protected readonly angle = computed(() => {
    const way = this.slower() * (this.motion()?.wayAt(this.time()) ?? 0);
    return this.design.evaluation()?.turns === 'clockwise' ? -way : way;
  });
  protected readonly speed = computed(() => {
    const motion = this.motion();
    if (!motion || this.time() === 0) return '';
    const rate = formatNumber(motion.speedAt(this.time()) / (2 * Math.PI), 2);
    return `${rate} a second after ${formatNumber(this.time(), 2)} s`;
  });
  /** As fast as it would turn on the bench. */
  protected letSpin(): void {
    const motion = this.motion();
    if (!motion) return;
    this.realTime.toggle(
      WATCHED_S,
      (at) => this.time.set(at),
      () => this.motion() === motion,
    );
  }
}
