import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  linkedSignal,
  signal,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import {
  EARTH_FROM,
  earthOf,
  needleSchema,
  newNeedle,
  toNeedle,
  type NeedleDocument,
} from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import {
  evaluateNeedle,
  FLOATS,
  NEEDLE_ENDS,
  STROKING_POLES,
  STROKINGS,
  swingingNeedle,
  type FloatMaterial,
  type NeedleEvaluation,
} from '@nab/core/experiments';
import { formatNumber } from '@nab/core/quantities';
import type { Caution } from '@nab/core/physics';
import { secondsText } from '@nab/words/terms';
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
} from '../../workbench/frame';
import { DropFile } from '../../workbench/designs';
import { ChoiceField, documentForm, NameBox, NumberField, QuantityField } from '../../ui/fields';
import { OpenDocuments } from '../../ui/notices';
import { Station, StationBar } from '../overview';
import { NeedleDrawing } from './needle-drawing';
import { needleFacts } from './needle-facts';
import { Stage } from '../../ui/drawing';

/** Longer than this nobody watches, s; and how far apart the angles of a swing are computed, s. */
const WATCHED_S = 60;
const STEP_S = 1 / 60;
const ACROSS = Math.PI / 2;

/** A needle that is stroked, floats and finds north. */
@Component({
  selector: 'nab-needle-page',
  imports: [
    Stage,
    Workbench,
    WorkbenchPanel,
    CautionLine,
    ChoiceField,
    DecidingFigures,
    DropFile,
    FiguresDrawer,
    FormField,
    NameBox,
    NeedleDrawing,
    NumberField,
    NzButtonModule,
    QuantityField,
    SummaryLine,
    StationBar,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'nab-station' },
  templateUrl: './needle-page.html',
})
export class NeedlePage {
  private readonly today = new Date();
  protected readonly station = new Station<NeedleDocument>(
    'nab-needle',
    needleSchema as Schema<NeedleDocument>,
    () => newNeedle(),
  );
  protected readonly form = documentForm(
    () => this.station,
    needleSchema as Schema<NeedleDocument>,
    inject(Injector),
  );
  protected readonly part = signal('stroke');
  protected readonly asked = signal<string | null>(null);
  protected readonly strokings = STROKINGS;
  protected readonly poles = STROKING_POLES;
  protected readonly ends = NEEDLE_ENDS;
  protected readonly fieldFrom = EARTH_FROM;
  protected readonly floats = Object.fromEntries(
    Object.entries(FLOATS).map(([id, { name }]) => [id, name]),
  ) as Record<FloatMaterial, string>;
  protected readonly cautions: readonly Caution[] = [
    { code: 'strong-magnets', severity: 'caution' },
    { code: 'sharp-needle', severity: 'caution' },
  ];

  protected readonly earth = computed(() => earthOf(this.station.valid(), this.today));
  protected readonly needle = computed(() => toNeedle(this.station.valid(), this.today));
  protected readonly evaluated = computed(
    (): { evaluation: NeedleEvaluation | null; fault: string | null } => {
      try {
        return { evaluation: evaluateNeedle(this.needle()), fault: null };
      } catch (error) {
        if (!(error instanceof CoreError)) throw error;
        return { evaluation: null, fault: error.message };
      }
    },
  );
  protected readonly sentence = computed(() => {
    const { evaluation } = this.evaluated();
    if (!evaluation) return '';
    const { swing, swings, northEnd } = evaluation;
    if (!swing || !swings) return 'It does not turn: no stroke has magnetised it.';
    const [weak, strong] = swings;
    return `Its ${northEnd} turns to the north. Let go across the field it stands still after about ${secondsText(swing.settling)} (${secondsText(Math.min(weak.settling, strong.settling))} to ${secondsText(Math.max(weak.settling, strong.settling))}).`;
  });
  protected readonly facts = computed((): Fact[] => {
    const { evaluation } = this.evaluated();
    return evaluation ? needleFacts(this.needle(), evaluation, this.earth()) : [];
  });

  protected readonly swing = computed(() => this.evaluated().evaluation?.swing ?? null);
  protected readonly realTime = new AnimationPlayer();
  /** s since it was let go; null while it lies still. */
  private readonly time = linkedSignal<unknown, number | null>({
    source: this.needle,
    computation: () => null,
  });
  private readonly angles = computed(() => {
    const swing = this.swing();
    if (!swing) return [0];
    const lasts = Math.min(WATCHED_S, 1.3 * swing.settling);
    return swingingNeedle(swing, ACROSS, STEP_S, 1 + Math.ceil(lasts / STEP_S));
  });
  protected readonly angle = computed(() => {
    const time = this.time();
    if (time === null) return this.swing() ? 0 : ACROSS;
    const angles = this.angles();
    return angles[Math.min(angles.length - 1, Math.round(time / STEP_S))]!;
  });
  protected readonly clock = computed(() => {
    const time = this.time();
    if (time === null) return '';
    const degrees = Math.round((this.angle() * 180) / Math.PI);
    return `${degrees}° after ${formatNumber(time, 2)} s`;
  });

  constructor() {
    inject(OpenDocuments).show(null);
  }

  protected letSwing(): void {
    const needle = this.needle();
    this.realTime.toggle(
      (this.angles().length - 1) * STEP_S,
      (at) => this.time.set(at),
      () => this.needle() === needle,
    );
  }
}
