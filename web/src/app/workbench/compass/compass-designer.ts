import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  InjectionToken,
  Injector,
  signal,
  type Signal,
  viewChild,
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
  waysOut,
  type WayOut,
} from '@nab/core/experiments';
import { CoreError } from '@nab/core/errors';
import { INSULATIONS } from '@nab/core/physics';
import { measureOf } from '@nab/core/lesson';
import type { ClassPosterior } from '@nab/core/statistics';
import { measuredBand, measuredText } from '@nab/words/lesson';
import type { Schema } from 'yup';
import {
  applyWayOut,
  Workbench,
  WorkbenchPanel,
  CautionLine,
  DecidingFigures,
  FiguresDrawer,
  SummaryLine,
  type Fact,
} from '../frame';
import { SupplyFields, type SupplyOnScreen } from '../coil';
import { DocumentBar, DropFile, hasFault } from '../designs';
import { ChoiceField, documentForm, NameBox, NumberField, QuantityField } from '../../ui/fields';
import type { SavedDocument } from '../../platform/saving';
import { compassFacts } from './compass-facts';
import { Compass } from './compass';

/** What a compass designer works on: its document, and what a class has shown about the model. */
export interface CompassOnScreen {
  readonly document: Signal<SavedDocument<CompassDocument>>;
  readonly belief: Signal<ClassPosterior | undefined>;
}
export const COMPASS_ON_SCREEN = new InjectionToken<CompassOnScreen>('the compass set on screen');

/** Wire, loop or bare coil, cells, and the needle that they turn. */
@Component({
  selector: 'nab-compass-designer',
  imports: [
    Workbench,
    WorkbenchPanel,
    CautionLine,
    ChoiceField,
    Compass,
    DecidingFigures,
    DocumentBar,
    DropFile,
    FiguresDrawer,
    FormField,
    NameBox,
    SummaryLine,
    NumberField,
    QuantityField,
    SupplyFields,
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
  protected readonly bar = viewChild.required<DocumentBar<'compass'>>(DocumentBar);
  protected readonly part = signal('wire');
  protected readonly asked = signal<string | null>(null);
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
  protected readonly supply: SupplyOnScreen = {
    supply: this.form.supply,
    leads: this.form.leads,
    value: computed(() => this.value().supply),
    sizeFault: computed(() => this.document().errorAt('supply.size')),
    series: computed(() => this.set().supply.series),
    opening: computed(() => ''),
    edit: (change) => this.document().edit((set) => ({ ...set, supply: change(set.supply) })),
  };
  protected readonly stale = computed(() => this.document().errors().length > 0);
  protected readonly facts = computed((): Fact[] => {
    const { evaluation } = this.evaluated();
    return evaluation ? compassFacts(this.set(), evaluation) : [];
  });
  protected readonly cautions = computed(() => {
    const { evaluation } = this.evaluated();
    return evaluation ? compassCautions(this.set(), evaluation) : [];
  });

  protected readonly ways = computed(() =>
    this.cautions().some(({ severity }) => severity === 'stop')
      ? waysOut([{ experiment: 'compass', design: this.set() }])
      : [],
  );

  protected takeWayOut(way: WayOut): void {
    this.document().edit((set) => applyWayOut(set, way));
  }

  protected faulty(...parts: (keyof CompassDocument)[]): boolean {
    return hasFault(this.document(), ...parts);
  }

  protected rename(name: string): void {
    this.document().edit((set) => ({ ...set, name }));
  }
}
