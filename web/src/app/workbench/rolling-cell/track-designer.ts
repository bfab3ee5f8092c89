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
  BENDS,
  FACINGS,
  newTrack,
  OUTWARDS,
  ROUND_CELLS,
  SENSES,
  toRollingCell,
  TRACK_ENDS,
  TRACK_GIVENS,
  trackSchema,
  WASHERS,
  type TrackDocument,
} from '@nab/contract/experiments';
import {
  bandOf,
  evaluateRollingCell,
  EXPERIMENTS,
  rollingCellCautions,
  TRACK_STATES,
  type RollingCellEvaluation,
} from '@nab/core/experiments';
import { INSULATIONS } from '@nab/core/physics';
import { measureOf } from '@nab/core/lesson';
import type { ClassPosterior } from '@nab/core/statistics';
import { measuredBand, measuredText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { Schema } from 'yup';
import { AnimationPlayer, WorkbenchPanel } from '../frame';
import { CLASS_CHEMISTRIES, CONDUCTOR_NAMES } from '../coil';
import { DesignModel, ExperimentDesigner, type DesignRules } from '../designer';
import type { MenuEntry } from '../designs';
import { ChoiceField, NumberField, QuantityField } from '../../ui/fields';
import type { SavedDocument } from '../../platform/saving';
import { TrackDrawing } from './track-drawing';
import { trackFacts } from './track-facts';
import { Stage } from '../../ui/drawing';

/** What a track designer works on: its document, and what a class has shown about the model. */
export interface TrackOnScreen {
  readonly document: Signal<SavedDocument<TrackDocument>>;
  readonly belief: Signal<ClassPosterior | undefined>;
}
export const TRACK_ON_SCREEN = new InjectionToken<TrackOnScreen>('the rolling cell on screen');

const TRACK: DesignRules<'rolling-cell', RollingCellEvaluation> = {
  experiment: 'rolling-cell',
  schema: trackSchema as Schema<TrackDocument>,
  toDesign: toRollingCell,
  evaluate: evaluateRollingCell,
  cautions: rollingCellCautions,
  deciding: (design, evaluation) => trackFacts(design, evaluation).slice(0, 4),
  facts: trackFacts,
};

/** Cell, magnets and the coil that they run through. */
@Component({
  selector: 'nab-track-designer',
  imports: [
    Stage,
    ExperimentDesigner,
    WorkbenchPanel,
    ChoiceField,
    FormField,
    NumberField,
    NzButtonModule,
    QuantityField,
    TrackDrawing,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './track-designer.html',
})
export class TrackDesigner {
  private readonly onScreen = inject(TRACK_ON_SCREEN);
  protected readonly design = new DesignModel(this.onScreen.document, TRACK);
  protected readonly value = this.design.value;
  protected readonly form = this.design.form;
  protected readonly part = signal('cell');
  protected readonly chemistries = CLASS_CHEMISTRIES;
  protected readonly sizes = ROUND_CELLS;
  protected readonly facings = FACINGS;
  protected readonly outwards = OUTWARDS;
  protected readonly ends = TRACK_ENDS;
  protected readonly washers = WASHERS;
  protected readonly conductors = CONDUCTOR_NAMES;
  protected readonly insulations = INSULATIONS;
  protected readonly givens = TRACK_GIVENS;
  protected readonly senses = SENSES;
  protected readonly bends = BENDS;

  protected readonly again: readonly MenuEntry[] = [
    { words: 'Start again', run: () => this.onScreen.document().edit(() => newTrack()) },
  ];

  protected readonly cell = this.design.design;
  protected readonly run = computed(() => this.design.evaluation()?.run ?? null);
  protected readonly sentence = computed(() => {
    const evaluation = this.design.evaluation();
    if (!evaluation) return '';
    const says = TRACK_STATES[evaluation.state];
    const forecast = EXPERIMENTS['rolling-cell'].evaluate(this.cell()).forecast('track-time');
    if (!forecast) return `${says}.`;
    const measure = measureOf('track-time');
    const band = bandOf('track-time', forecast, this.onScreen.belief());
    return `${says}: through the track in about ${measuredText(measure, band.median)} (${measuredBand(measure, band)}).`;
  });
  /** Where the cell is drawn; at the entrance again when another track is designed. */
  protected readonly way = linkedSignal({ source: this.cell, computation: () => 0 });
  protected readonly realTime = new AnimationPlayer();

  /** Runs as fast as it would on the bench. */
  protected letRun(): void {
    const run = this.run();
    if (!run) return;
    const { time, distance, motion } = run;
    this.realTime.toggle(
      time,
      (at) => this.way.set(Math.min(distance, motion.wayAt(at))),
      () => this.run() === run,
    );
  }
}
