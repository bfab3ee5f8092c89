import { computed, inject, Injectable, signal } from '@angular/core';
import { MOST_LEVELS } from '@nab/contract/lesson';
import {
  equallySupportedInAll,
  CURVE_IDS,
  type Analysis,
  type CurveId,
  type FittedCurve,
} from '@nab/core/statistics';
import { formatNumber } from '@nab/core/quantities';
import { isOrdered, levelAt, levelText } from '@nab/core/lesson';
import { CURVE_NAMES, equationText, factorWords, slopeText } from '@nab/words/findings';
import { howMany, percentText } from '@nab/words/terms';
import { inUnitOf, typedLevel } from '@nab/words/lesson';
import { v4 as uuid } from 'uuid';
import { InvestigationStore } from '../../investigation';
import {
  bandsOf,
  casesBetween,
  curveOf,
  FIRST_LOOK,
  pointsOf,
  trialChartData,
  type Bar,
  type ChartLook,
} from './chart-data';
import type { OwnLine } from './own-line';
import { ownLineWords } from './own-line-words';
import type { ReadOff } from './reading-line';
import { shapeMark } from './shape-mark';
import { afterFirstPaint } from './whole-page';

/** What the bar at a mean is called. */
const BAR_NAMES: Readonly<Record<Bar, string>> = {
  deviation: 'standard deviation',
  error: 'standard error',
  interval: '95 % interval',
};
/** Means have no curve between them. */
const DRAWN: readonly CurveId[] = [
  ...CURVE_IDS.filter((id) => id !== 'means'),
  'power-trend',
  'logistic',
];

/** Of more trials the points are drawn before anything is computed from them. */
const MOST_AT_ONCE = 2000;

/** What the chart of the findings shows, and what is drawn and read off by hand: one for the page. */
@Injectable()
export class FindingsChart {
  private readonly store = inject(InvestigationStore);
  private readonly painted = afterFirstPaint();
  /** False while only the trials are drawn: of many, what is made of them comes after the first paint. */
  readonly whole = computed(() => this.painted() || this.store.findings().trials <= MOST_AT_ONCE);
  readonly plan = computed(() => this.store.plan().valid());
  readonly graded = computed(() => isOrdered(this.store.factor().axis));
  readonly yesNo = computed(() => this.store.measure().data === 'yes-no');
  private readonly chosen = signal<Partial<ChartLook>>({});
  /** Shapes that fit about as well as the best one on every line, the best first. */
  private readonly equallySupported = computed(() =>
    this.whole()
      ? equallySupportedInAll(
          this.store.findings().series.flatMap(({ analysis }) => analysis ?? []),
        )
      : [],
  );
  /** Until somebody chooses: the straight line, unless another shape is told apart from it. */
  readonly look = computed((): ChartLook => {
    const supported = this.equallySupported();
    const best = supported.find((id) => id !== 'means' && id !== 'none');
    const curve = supported.includes('line') || best === undefined ? 'line' : best;
    const several = this.store.findings().series.length > 1;
    const band = several || !this.hasLearnt() ? 'before' : 'both';
    return { ...FIRST_LOOK, curve, band, ...this.chosen() };
  });
  /** Whether this class has shown anything about the predictions that are drawn. */
  readonly hasLearnt = computed(
    () => this.whole() && this.store.findings().own !== null && this.before().size > 0,
  );
  readonly barName = computed(() => BAR_NAMES[this.look().bar]);

  /** Whether lines are drawn and values read by hand: only then is the answer kept back. */
  readonly byHand = signal(false);
  /** A line of one’s own, in the axes’ units; null while there is none. */
  readonly own = signal<OwnLine | null>(null);
  /** Whether it has been held against the least-squares line. */
  readonly compared = signal(false);
  /** Where is read off, in the factor’s unit; null while nothing is. */
  readonly readAt = signal<number | null>(null);

  /** A line drawn by eye comes before the computed one. */
  private readonly hidden = computed(
    () => this.byHand() && this.own() !== null && !this.compared(),
  );
  /** A line by eye is held against the straight line, whatever else was chosen. */
  private readonly drawnCurve = computed((): CurveId | null => {
    if (this.hidden() || !this.whole()) return null;
    return this.byHand() && this.own() !== null ? 'line' : this.look().curve;
  });
  private readonly between = computed(() => casesBetween(this.store.lesson()));
  private readonly before = computed(() =>
    bandsOf(this.plan(), this.store.cases(), this.between()),
  );
  private readonly learnt = computed(() =>
    bandsOf(this.plan(), this.store.cases(), this.between(), this.store.findings().belief),
  );
  private readonly points = computed(() =>
    pointsOf(this.plan(), this.store.cases(), this.store.findings(), this.store.trials()),
  );
  readonly chart = computed(() =>
    trialChartData(
      {
        plan: this.plan(),
        cases: this.store.cases(),
        findings: this.store.findings(),
        points: this.points(),
        before: this.whole() ? this.before() : new Map<null, never>(),
        learnt: this.hasLearnt() ? this.learnt() : new Map<null, never>(),
      },
      {
        ...this.look(),
        curve: this.drawnCurve(),
        // What the class has shown would give the line away.
        band: this.hidden() ? 'before' : this.look().band,
      },
    ),
  );
  readonly someUnusual = computed(() =>
    this.store.findings().points.some(({ unusual }) => unusual),
  );
  readonly canBeLog = computed(
    () =>
      this.graded() &&
      !this.yesNo() &&
      this.store.findings().levels.every(({ x }) => x > 0) &&
      this.store.findings().points.some(({ y }) => y > 0),
  );

  /** Every shape that can be laid through these readings, the best ones marked. */
  readonly curves = computed(() => {
    const supported = this.equallySupported();
    const lines = this.store
      .findings()
      .series.flatMap(({ seriesId, analysis }) =>
        analysis
          ? [{ name: this.nameOf(seriesId), best: equallySupportedInAll([analysis])[0] }]
          : [],
      );
    return DRAWN.filter((id) => this.fitOf(id) !== null).map((id) => ({
      id,
      name: `${sentence(CURVE_NAMES[id])}${shapeMark(id, supported, lines)}`,
    }));
  });

  private readonly words = computed(() => factorWords(this.store.factor(), this.store.measure()));
  private readonly inUnit = computed(() => inUnitOf(this.store.measure()));

  /** What was laid through each line of readings, as an equation. */
  readonly lines = computed(() => {
    const curve = this.drawnCurve();
    if (curve === null || !this.graded()) return [];
    return this.store.findings().series.flatMap(({ seriesId, analysis }) => {
      const fit = curveOf(analysis, curve);
      if (!fit) return [];
      const name = this.nameOf(seriesId);
      return [
        {
          name,
          heading: `${curve === 'line' ? 'Best-fit line' : sentence(CURVE_NAMES[curve])}${name ? `, ${name}` : ''}`,
          equation: equationText(fit, this.words(), this.store.measure()),
          more: this.moreOf(fit),
        },
      ];
    });
  });

  private moreOf(fit: FittedCurve): string {
    const { unit, one } = this.words();
    const trials = howMany(fit.n, 'trial');
    const fits = Number.isNaN(fit.rSquared) ? '' : `R² ${formatNumber(fit.rSquared, 2)}; `;
    if (fit.id === 'power-trend') return `(${fits.replace(';', ' of the logarithms;')}${trials})`;
    if (fit.id !== 'line') return `(${fits}${trials})`;
    const { signed, signedLow, signedHigh } = slopeText(fit, this.store.measure());
    return `(slope ${signed} ${unit} per ${one}, 95 % confidence interval ${signedLow} to ${signedHigh}; ${trials})`;
  }

  /** Lowest and highest level that were tried. */
  readonly ends = computed((): readonly [number, number] => {
    const xs = this.store
      .findings()
      .points.map(({ x }) => x)
      .filter(Number.isFinite);
    return [Math.min(...xs), Math.max(...xs)];
  });
  readonly step = computed(() => {
    const { axis } = this.store.factor();
    const [least, most] = this.ends();
    if (axis.kind === 'number' && axis.whole) return 1;
    return Number(((most - least) / 100 || 1).toPrecision(1));
  });

  set(change: Partial<ChartLook>): void {
    this.chosen.update((now) => ({ ...now, ...change }));
  }

  setAxes(axes: 'plain' | 'log'): void {
    const log = axes === 'log';
    if (log) this.own.set(null);
    this.set({ log });
  }

  toggleOwn(): void {
    this.compared.set(false);
    if (this.own() !== null) {
      this.own.set(null);
      return;
    }
    // Somewhere that is certainly not the answer: level, at half the highest reading.
    const most = Math.max(...this.chart().points.map(({ y }) => y));
    this.own.set({ low: most / 2, high: most / 2 });
  }

  toggleReading(): void {
    const [least, most] = this.ends();
    const middle = (least + most) / 2;
    this.readAt.set(this.readAt() === null ? Math.round(middle / this.step()) * this.step() : null);
  }

  /** The own line’s equation, and how far off it and the best line are. */
  readonly ownWords = computed(() => {
    const line = this.own();
    if (!line) return null;
    const best = this.fitOf('line');
    const scale = this.inUnit();
    return ownLineWords(line, this.ends(), this.chart().points, {
      words: this.words(),
      best: best && ((x) => scale(best.at(x))),
    });
  });

  /** What the chosen curve of each line says where is read off, in the axes’ units. */
  readonly found = computed((): readonly (ReadOff & { readonly name: string })[] => {
    const at = this.readAt();
    if (at === null || this.hidden()) return [];
    const scale = this.inUnit();
    return this.store.findings().series.flatMap(({ seriesId, analysis }) => {
      const fit = curveOf(analysis, this.look().curve);
      if (!analysis || !fit) return [];
      const name = this.nameOf(seriesId);
      const value = fit.at(at);
      // A further reading of yes or no is one of the two: there the curve’s own interval is said.
      if (fit.id === 'logistic') {
        const { line } = fit.intervalAt(at);
        return { name, value, low: Math.max(0, value - line), high: Math.min(1, value + line) };
      }
      const { low, high } = fit.rangeAt(at, scatterAt(analysis, fit, at));
      return { name, value: scale(value), low: scale(Math.max(0, low)), high: scale(high) };
    });
  });

  readonly readWords = computed(() => {
    const [at, found] = [this.readAt(), this.found()];
    if (at === null || found.length === 0) return null;
    const { term, unit } = this.words();
    const [least, most] = this.ends();
    const n = (value: number): string => formatNumber(value);
    const share = (value: number): string => percentText(value);
    const texts = found.map(({ name: line, value, low, high }) => {
      const name = line ? ` (${line})` : '';
      return this.yesNo()
        ? `At ${n(at)} ${term} the curve${name} says that ${share(value)} of trials are yes (95 % interval of the curve ${share(low)} to ${share(high)}).`
        : `At ${n(at)} ${term} the curve${name} gives ${n(value)} ${unit} (95 % prediction interval ${n(low)} to ${n(high)}).`;
    });
    return {
      texts,
      caution:
        at < least || at > most
          ? 'This is outside the levels tested, so the curve may not apply.'
          : null,
    };
  });

  /** The level that would be tried where is read off, as it is typed; null where none can be. */
  readonly checkLevel = computed((): string | null => {
    const at = this.readAt();
    const { levels } = this.plan();
    if (at === null || this.yesNo() || this.hidden() || levels.length >= MOST_LEVELS) return null;
    const { axis } = this.store.factor();
    const level = levelAt(axis, Number(at.toPrecision(6)));
    // Beyond what the factor can have.
    if (level === null) return null;
    const text = levelText(axis, level);
    const there = levels.some(({ value }) => typedLevel(this.plan().factor, value) === text);
    return there ? null : text;
  });
  readonly made = signal('');

  /** Puts a level to check the curve into the plan, and so into Run. */
  makeCheck(value: string): void {
    const level = { id: uuid(), value, check: true };
    this.store.plan().edit((plan) => ({ ...plan, levels: [...plan.levels, level] }));
    this.made.set(value);
    this.readAt.set(null);
  }

  private fitOf(id: CurveId | null) {
    return curveOf(this.store.findings().series[0]?.analysis ?? null, id);
  }

  private nameOf(seriesId: string | null): string {
    return this.store.cases().find((one) => one.seriesId === seriesId)?.seriesName ?? '';
  }
}

/** How far a reading scatters at a place, against the others, where large ones scatter more. */
function scatterAt({ scatter, levels }: Analysis, fit: FittedCurve, at: number): number {
  if (scatter === 'even') return 1;
  const most = Math.max(...levels.map(({ summary }) => summary.mean));
  return Math.max(fit.at(at) / most, 0.1);
}

const sentence = (text: string): string => text[0]!.toUpperCase() + text.slice(1);
