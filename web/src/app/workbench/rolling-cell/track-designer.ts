import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  InjectionToken,
  Injector,
  linkedSignal,
  signal,
  type Signal,
  viewChild,
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
import { CoreError } from '@nab/core/errors';
import { INSULATIONS } from '@nab/core/physics';
import { measureOf } from '@nab/core/lesson';
import type { ClassPosterior } from '@nab/core/statistics';
import { measuredBand, measuredText } from '@nab/words/lesson';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { Schema } from 'yup';
import {
  Workbench,
  WorkbenchPanel,
  CautionLine,
  DecidingFigures,
  FiguresDrawer,
  AnimationPlayer,
  SummaryLine,
  type Fact,
} from '../frame';
import { CLASS_CHEMISTRIES, CONDUCTOR_NAMES } from '../coil';
import { DocumentBar, DropFile, hasFault, type MenuEntry } from '../designs';
import { ChoiceField, documentForm, NameBox, NumberField, QuantityField } from '../../ui/fields';
import type { SavedDocument } from '../../platform/saving';
import { TrackDrawing } from './track-drawing';
import { trackFacts } from './track-facts';

/** What a track designer works on: its document, and what a class has shown about the model. */
export interface TrackOnScreen {
  readonly document: Signal<SavedDocument<TrackDocument>>;
  readonly belief: Signal<ClassPosterior | undefined>;
}
export const TRACK_ON_SCREEN = new InjectionToken<TrackOnScreen>('the rolling cell on screen');

/** Cell, magnets and the coil that they run through. */
@Component({
  selector: 'nab-track-designer',
  imports: [
    Workbench,
    WorkbenchPanel,
    CautionLine,
    ChoiceField,
    DecidingFigures,
    DocumentBar,
    DropFile,
    FiguresDrawer,
    FormField,
    NameBox,
    SummaryLine,
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
  protected readonly document = this.onScreen.document;
  protected readonly value = computed(() => this.document().value());
  protected readonly form = documentForm(
    () => this.document(),
    trackSchema as Schema<TrackDocument>,
    inject(Injector),
  );
  protected readonly bar = viewChild.required<DocumentBar<'rolling-cell'>>(DocumentBar);
  protected readonly part = signal('cell');
  protected readonly asked = signal<string | null>(null);
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
    { words: 'Start again', run: () => this.document().edit(() => newTrack()) },
  ];

  protected readonly cell = computed(() => toRollingCell(this.document().valid()));
  protected readonly evaluated = computed(
    (): { evaluation: RollingCellEvaluation | null; fault: string | null } => {
      try {
        return { evaluation: evaluateRollingCell(this.cell()), fault: null };
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return { evaluation: null, fault: error.message };
      }
    },
  );
  protected readonly run = computed(() => this.evaluated().evaluation?.run ?? null);
  protected readonly sentence = computed(() => {
    const { evaluation } = this.evaluated();
    if (!evaluation) return '';
    const says = TRACK_STATES[evaluation.state];
    const forecast = EXPERIMENTS['rolling-cell'].evaluate(this.cell()).forecast('track-time');
    if (!forecast) return `${says}.`;
    const measure = measureOf('track-time');
    const band = bandOf('track-time', forecast, this.onScreen.belief());
    return `${says}: through the track in about ${measuredText(measure, band.median)} (${measuredBand(measure, band)}).`;
  });
  protected readonly stale = computed(() => this.document().errors().length > 0);
  protected readonly facts = computed((): Fact[] => {
    const { evaluation } = this.evaluated();
    return evaluation ? trackFacts(this.cell(), evaluation) : [];
  });
  protected readonly cautions = computed(() => {
    const { evaluation } = this.evaluated();
    return evaluation ? rollingCellCautions(this.cell(), evaluation) : [];
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

  protected faulty(...parts: (keyof TrackDocument)[]): boolean {
    return hasFault(this.document(), ...parts);
  }

  protected rename(name: string): void {
    this.document().edit((track) => ({ ...track, name }));
  }
}
