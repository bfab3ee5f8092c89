import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { plannedFactor, type Plan } from '@nab/contract/lesson';
import {
  axisNumber,
  ceilingOf,
  isOrdered,
  levelText,
  measureOf,
  parseLevel,
  roundNicely,
  type FactorId,
  type Hold,
} from '@nab/core/lesson';
import { CoreError } from '@nab/core/errors';
import { formatNumber, parseQuantity } from '@nab/core/quantities';
import { trialOnTime } from '@nab/core/physics';
import { waysOut, type TriedWay, type WayOut, type WayOutKind } from '@nab/core/experiments';
import { axisLabel, inUnitOf, measuredBand, measuredText } from '@nab/words/lesson';
import { learntText, objectRows } from '@nab/words/findings';
import { lengthUnits } from '@nab/words/lesson';
import { secondsText, wireText } from '@nab/words/terms';
import { sideEffectText, wayText } from '@nab/words/experiments';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzMessageService } from 'ng-zorro-antd/message';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { NzSegmentedModule } from 'ng-zorro-antd/segmented';
import { NzTableModule } from 'ng-zorro-antd/table';
import { NzTooltipModule } from 'ng-zorro-antd/tooltip';
import { debounceTime, map } from 'rxjs';
import { v4 as uuid } from 'uuid';
import { SegmentedName, TableName } from '../../ui/accessibility';
import { applyWayOut, WaysOut } from '../../workbench/frame';
import { LevelStrip, type LevelMove, type StripData } from '../../ui/charts';
import { Notice } from '../../ui/notices';
import { factorAxis, InvestigationStore, type NamedCase } from '../../investigation';
import { Availability } from './availability';
import { LevelBox } from './level-box';
import { ClassEditor } from './class-editor';
import { LevelDesign } from './level-design';
import { QuestionSentence } from './sentence-parts';
import {
  currentShare,
  goodNews,
  promiseSentences,
  levelCautions,
  stoppedSentences,
  type ReadingLevel,
} from './sentences';
import { writeLocal, readLocal } from '../../platform/local-storage';

const MOST_LEVELS = 12;
const WAYS_REST_MS = 200;
const LEVEL_KEY = 'nab-reading-level';

/** Ways out that would change what the levels change. */
const CHANGED_BY: Readonly<Partial<Record<FactorId, readonly WayOutKind[]>>> = {
  turns: ['more-turns'],
  'wire-length': ['more-turns'],
  'wire-thickness': ['other-wire'],
  'wire-kind': ['other-wire'],
  'cells-in-series': ['fewer-cells', 'dry-cells'],
  'packs-in-parallel': ['dry-cells'],
  'cell-kind': ['dry-cells'],
  current: ['fewer-cells', 'dry-cells'],
  designs: ['fewer-cells', 'dry-cells', 'more-turns', 'other-wire', 'ballast'],
};

/** Step 1: what is changed, what is measured, what stays the same; and whether it will show. */
@Component({
  selector: 'nab-question',
  imports: [
    ClassEditor,
    FormsModule,
    LevelDesign,
    LevelStrip,
    Notice,
    NzButtonModule,
    NzInputModule,
    NzPopconfirmModule,
    NzSegmentedModule,
    LevelBox,
    NzTableModule,
    NzTooltipModule,
    QuestionSentence,
    RouterLink,
    SegmentedName,
    TableName,
    WaysOut,
  ],
  providers: [Availability],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './question.html',
  styleUrl: './question.less',
})
export class QuestionPage {
  protected readonly store = inject(InvestigationStore);
  private readonly availability = inject(Availability);
  private readonly messages = inject(NzMessageService);
  protected readonly plan = computed(() => this.store.plan().value());
  protected readonly factor = this.store.factor;
  protected readonly graded = computed(() => isOrdered(this.factor().axis));
  protected readonly designs = computed(() => this.factor().axis.kind === 'designs');
  protected readonly mostLevels = MOST_LEVELS;

  /** Said to a class, or said exactly; remembered on this device. */
  protected readonly readingLevel = signal<ReadingLevel>(rememberedLevel());
  protected readonly readingLevels = [
    { label: 'Plainly', value: 'plain' },
    { label: 'Exactly', value: 'exact' },
  ];

  protected readonly strip = computed((): StripData => {
    const plan = this.store.plan().valid();
    const measure = this.store.measure();
    const cases = this.store.cases();
    const { across, placeOf } = factorAxis(plan, cases);
    const inUnit = inUnitOf(measure);
    const lines: readonly (string | null)[] = plan.series?.levels.map(({ id }) => id) ?? [null];
    const ceiling = measure.heldAgainst === null ? null : ceilingOf(measure, plan.traySize);
    return {
      across,
      upLabel: axisLabel(measure),
      cases: cases.map((one) => ({
        levelId: one.levelId,
        series: Math.max(0, lines.indexOf(one.seriesId)),
        x: placeOf(one.levelId),
        value: one.expected === null ? null : inUnit(one.expected),
        low: one.band ? inUnit(one.band.low) : 0,
        high: one.band ? inUnit(one.band.high) : 0,
        name: one.name,
        text: one.fault ?? (one.expected === null ? '–' : measuredText(measure, one.expected)),
        stopped: one.fault !== null || one.stops.length > 0,
      })),
      lines: plan.series
        ? lines.map((id) => cases.find((one) => one.seriesId === id)?.seriesName ?? '')
        : [],
      ceiling:
        ceiling === null || measure.data === 'yes-no'
          ? null
          : { value: inUnit(ceiling), label: measure.ceiling === 'tray' ? `tray: ${ceiling}` : '' },
      ...(measure.data === 'yes-no' && { least: 1 }),
      step: this.inUse() ? 0 : stepOf(plan, cases),
    };
  });

  /** A row a level, its cases side by side when there are lines. */
  protected readonly rows = computed(() => {
    const measure = this.store.measure();
    const groups = this.plan().groups.length;
    const units = lengthUnits(this.store.restingDesign(), this.plan());
    return this.plan().levels.map((level, index) => {
      const cases = this.store.cases().filter(({ levelId }) => levelId === level.id);
      const join = (text: (one: NamedCase) => string): string => cases.map(text).join('\n');
      const stopped = cases.find(({ fault, stops }) => fault !== null || stops.length > 0);
      return {
        level,
        index,
        predicted: join(({ expected }) =>
          expected === null ? '–' : measuredText(measure, expected),
        ),
        band: join(({ band }) => (band ? measuredBand(measure, band) : '–')),
        current: join(({ trialled }) =>
          trialled ? `${trialled.supplyCurrent.toPrecision(2)} A` : '–',
        ),
        wire: join(({ trialled }) => (trialled ? wireText(trialled.wireLength, units) : '–')),
        onTime: join(({ trialled }) => (trialled ? secondsText(trialOnTime(trialled.coil)) : '–')),
        ...(cases[0] ? this.availability.sourceOf(cases[0], groups) : { source: '', short: false }),
        stop: stopped ? 'Stop' : '',
        lines: join(({ seriesName }) => seriesName),
        used: this.usedIds().has(level.id),
      };
    });
  });
  private readonly usedIds = computed(
    () =>
      new Set(
        [...this.store.readings(), ...this.store.predictions()].flatMap((record) => [
          record.levelId,
          record.seriesId ?? '',
        ]),
      ),
  );
  protected readonly kinds = computed(() => this.availability.kindsOf(this.plan().factor));
  protected readonly kindsOfLines = computed(() => {
    const { series } = this.plan();
    return series ? this.availability.kindsOf(series.factor) : [];
  });
  private readonly inUse = computed(() => this.usedIds().size > 0);

  protected readonly stopped = computed(() => stoppedSentences(this.store.cases()));
  /** What is to be switched on, and what its way out must leave alone; null where nothing stops. */
  private readonly halted = computed(() => {
    const cases = this.store.cases();
    if (!cases.some(({ stops }) => stops.length > 0)) return null;
    // The stopped ones first: what they will do is said.
    const subjects = [...cases]
      .sort((p, q) => q.stops.length - p.stops.length)
      .flatMap(({ subject }) => subject ?? []);
    const { factor, series, measure, load } = this.store.plan().valid();
    const except = [factor, ...(series ? [series.factor] : [])].flatMap(
      (id) => CHANGED_BY[id] ?? [],
    );
    return {
      subjects,
      of: measureOf(measure).heldAgainst,
      conditions: load ? { load: parseQuantity(load, 'mass').si } : {},
      except,
    };
  });
  /**
   * Changes of the design with which every level may be switched on; what is changed by levels stays.
   * Hundreds of designs are evaluated for them, so they wait until the levels are at rest.
   */
  protected readonly ways = toSignal(
    toObservable(this.halted).pipe(
      debounceTime(WAYS_REST_MS),
      map((halted): readonly TriedWay[] => (halted ? waysOut(halted.subjects, halted) : [])),
    ),
    { initialValue: [] },
  );
  protected readonly cautions = computed(() => levelCautions(this.store.cases()));
  protected readonly verdicts = computed(() => {
    const judged = this.store.judgement();
    if (!judged) return null;
    const plan = this.store.plan().valid();
    const cases = this.store.cases();
    const said = promiseSentences(plan, cases, judged, this.readingLevel());
    return this.stopped().length + said.length > 0
      ? said
      : [goodNews(plan, cases, judged.trendPower)];
  });
  /** Why the counts here differ from those of a class that has run: the plan knows the model alone. */
  protected readonly learnt = computed(() => {
    const { belief, own } = this.store.findings();
    if (!belief || !own || !this.store.measure().heldAgainst?.endsWith('count')) return null;
    const factor = formatNumber(Math.exp(belief.mean), 2);
    if (factor === '1') return null;
    const whose = this.store.learnt()
      ? 'what earlier classes have shown'
      : 'what the model alone says';
    return `These counts are ${whose}. This class’s trials so far lifted ${factor} times as much; Magnet and Run are adjusted to that.`;
  });
  /** What earlier classes of the school have taught. */
  protected readonly taught = computed(() => learntText(this.store.learnt()));
  protected readonly effects = computed(() =>
    (this.store.judgement()?.fair.sideEffects ?? []).map(sideEffectText),
  );
  protected readonly share = computed(() => {
    const judged = this.store.judgement();
    return judged ? currentShare(judged, this.readingLevel()) : '';
  });
  protected readonly holds = computed(() =>
    (this.store.judgement()?.fair.holds ?? []).filter((hold) => hold !== this.plan().hold),
  );
  protected readonly holdNames: Readonly<Record<Hold, string>> = {
    nothing: 'As it comes',
    'bench-supply': 'Same current: bench supply',
    ballast: 'Same wire: spare stays in the circuit',
    taps: 'Same coil: taps',
  };

  /** What Nab says of each of several objects; empty for other measures. */
  protected readonly objects = computed(() =>
    objectRows(this.store.plan().valid(), this.store.cases(), [], []).map(
      ({ id, name, cells }) => ({
        id,
        name,
        said: cells
          .map(({ model }, i) => `${model} ${this.store.cases()[i]?.name.toLowerCase() ?? ''}`)
          .join(', '),
        isKnown: cells.some(({ model }) => model !== '–'),
      }),
    ),
  );

  protected takeWayOut(way: WayOut): void {
    this.store.design().edit((design) => applyWayOut(design, way));
    this.messages.success(`${wayText(way)}: done on ${this.store.design().valid().name}.`);
  }

  protected error(path: string): string | null {
    return this.store.plan().errorAt(path);
  }

  protected edit(change: Partial<Plan>): void {
    this.store.plan().edit((plan) => ({ ...plan, ...change }));
  }

  protected setLevel(index: number, value: string): void {
    this.edit({
      levels: this.plan().levels.map((level, i) => (i === index ? { ...level, value } : level)),
    });
  }

  protected setLine(index: number, value: string): void {
    const { series } = this.plan();
    if (!series) return;
    const levels = series.levels.map((level, i) => (i === index ? { ...level, value } : level));
    this.edit({ series: { ...series, levels } });
  }

  /** A level was dragged on the strip; it keeps the unit of the axis. */
  protected moveLevel({ levelId, value }: LevelMove): void {
    const { axis } = this.factor();
    const unit = axis.kind === 'quantity' ? ` ${axis.unit}` : '';
    const index = this.plan().levels.findIndex(({ id }) => id === levelId);
    const text = `${Number(value.toPrecision(6))}${unit}`;
    try {
      this.setLevel(index, levelText(axis, parseLevel(axis, text)));
    } catch (error) {
      // Beyond what the factor can have: the level stays where it is.
      if (!(error instanceof CoreError)) throw error;
    }
  }

  protected addLevel(): void {
    const { levels } = this.plan();
    const design = this.designs() ? { design: this.store.design().valid() } : {};
    this.edit({ levels: [...levels, { id: uuid(), value: this.nextLevel(), ...design }] });
  }

  protected removeLevel(index: number): void {
    const { levels } = this.plan();
    const gone = levels[index];
    this.edit({ levels: levels.filter((_, i) => i !== index) });
    if (gone) this.messages.info(`${gone.value} is out; Ctrl Z brings it back.`);
  }

  protected undo(): void {
    this.store.plan().undo();
  }

  protected hold(hold: Hold): void {
    this.edit({ hold });
  }

  protected chooseReadingLevel(level: ReadingLevel): void {
    this.readingLevel.set(level);
    writeLocal(LEVEL_KEY, level);
  }

  /** One step beyond the last level; of kinds the first that is not there. */
  private nextLevel(): string {
    const { axis } = this.factor();
    const { levels } = this.plan();
    if (axis.kind === 'kinds') {
      const there = new Set(levels.map(({ value }) => value.toLowerCase()));
      return (
        Object.values(axis.options).find((name) => !there.has(name.toLowerCase())) ??
        Object.values(axis.options)[0]!
      );
    }
    if (axis.kind === 'designs') return `Design ${String.fromCharCode(65 + levels.length)}`;
    const numbers = this.store
      .cases()
      .map(({ level }) => axisNumber(axis, level))
      .filter(Number.isFinite);
    const sorted = [...new Set(numbers)].sort((p, q) => p - q);
    const last = sorted[sorted.length - 1] ?? 1;
    const before = sorted[sorted.length - 2] ?? last / 2;
    const next = roundNicely(last + (last - before));
    return axis.kind === 'quantity' ? `${next} ${axis.unit}` : `${next} ${axis.unit}`.trim();
  }
}

/** A step of a dragged level: a round twentieth of what lies between the ends, whole for counts. */
function stepOf(plan: Plan, cases: readonly NamedCase[]): number {
  const { axis } = plannedFactor(plan);
  if (!isOrdered(axis)) return 0;
  const numbers = cases.map(({ level }) => axisNumber(axis, level)).filter(Number.isFinite);
  const span = Math.max(...numbers) - Math.min(...numbers);
  const step = roundNicely((span || Math.max(...numbers)) / 40);
  return axis.kind === 'number' && axis.whole ? Math.max(1, Math.round(step)) : step;
}

function rememberedLevel(): ReadingLevel {
  return readLocal(LEVEL_KEY) === 'exact' ? 'exact' : 'plain';
}
