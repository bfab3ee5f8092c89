import {
  updateClassPosterior,
  type Band,
  type ClassPosterior,
  type ClassLearnt,
  type ClassReading,
  type Spread,
  analyse,
  analyseYesNo,
  shareInterval,
  findOutliers,
  summarise,
  type Analysis,
  type OrderedReading,
  type Summary,
} from '../../statistics/index.js';
import { bandOf, ratioScale, type PredictableId } from '../../experiments/index.js';
import { lazy } from '../../numerics/index.js';
import { axisNumber, factorOf, isOrdered, type Axis } from '../factors/index.js';
import type { Case, LessonPlan } from '../plan/index.js';
import {
  ceilingOf,
  measureOf,
  valueOf,
  VERDICTS,
  type Measure,
  type Outcome,
  type Verdict,
} from '../measures/index.js';
import { checksOf, type CheckFinding } from './checks.js';

/** What Nab predicted for a trial when it was made, SI; a later change of the magnet leaves it. */
export interface KeptPrediction {
  readonly value: number;
  /** Ends of the band, where they were kept. */
  readonly low: number | null;
  readonly high: number | null;
}

/** A trial after all corrections. */
export interface FindingTrial {
  readonly id: string;
  readonly groupId: string;
  readonly levelId: string;
  readonly seriesId: string | null;
  readonly outcome: Outcome;
  readonly model: KeptPrediction | null;
}

/** What a group thought before, SI or a count; null for words. */
export interface FindingGuess {
  readonly levelId: string;
  readonly seriesId: string | null;
  /** How many trials of any level that group had made by then. */
  readonly seen: number;
  readonly value: number | null;
}

/** One trial as a point. */
export interface Point {
  readonly trialId: string;
  readonly groupId: string;
  readonly levelId: string;
  readonly seriesId: string | null;
  /** In the factor's unit; NaN for named kinds. */
  readonly x: number;
  /** SI or a count; NaN for words. */
  readonly y: number;
  readonly from: number | null;
  readonly to: number | null;
  /** 'at-least': the tray was emptied, or the load never dropped. */
  readonly censored: 'at-least' | null;
  /** True for an outlier at its level; it is still included. */
  readonly unusual: boolean;
}

/** One level of one series: what was read, what was predicted. */
export interface LevelFinding {
  readonly levelId: string;
  readonly seriesId: string | null;
  readonly x: number;
  /** Of the trials as read; of yes and no the share of yes. */
  readonly summary: Summary | null;
  /** Trials that say "at least". */
  readonly censored: number;
  /** What Nab predicted when the trials were made, or now where there are none yet. */
  readonly model: number | null;
  readonly band: Band | null;
  /** Mean of the groups' guesses. */
  readonly guess: number | null;
}

/** What is said of one line of readings; each series has its own. */
export interface SeriesFinding {
  readonly seriesId: string | null;
  /** Null for words, and where nothing was read yet. */
  readonly analysis: Analysis | null;
  /** What was analysed, SI: trials with a number at a level of the plan. */
  readonly readings: readonly OrderedReading[];
  /** Ids of the outliers. */
  readonly odd: readonly string[];
  /** The same without them; null if there are none. */
  readonly without: Analysis | null;
  /** What was tried to check the curve through the other levels. */
  readonly checks: readonly CheckFinding[];
}

export interface Findings {
  readonly points: readonly Point[];
  readonly levels: readonly LevelFinding[];
  readonly series: readonly SeriesFinding[];
  readonly trials: number;
  readonly censored: number;
  /** Of each trial with a prediction of that day, by its id, whether it fell inside its band. */
  readonly inside: ReadonlyMap<string, boolean>;
  /** How many those are, and how many of them inside. */
  readonly compared: number;
  readonly inBand: number;
  /** What this class's readings have shown about the model; null where nothing is predicted. */
  readonly belief: ClassPosterior | null;
  /** The same for any class, without what was believed before; null where nothing was shown. */
  readonly own: ClassLearnt['own'];
  /** How often a sentence came out as it was said before, by the groups' own judgement. */
  readonly verdicts: Readonly<Record<Verdict, number>>;
}

/**
 * Everything that page, CSV, command line and report say of an investigation's trials.
 * @param cases of the plan as it is now: they serve where a trial kept no prediction of its own.
 */
export function findingsOf(
  plan: Pick<LessonPlan, 'factor' | 'unit' | 'levels' | 'measure'>,
  cases: readonly Case[],
  trials: readonly FindingTrial[],
  guesses: readonly FindingGuess[],
  { traySize, groups }: { readonly traySize: number; readonly groups?: readonly unknown[] },
): Findings {
  const measure = measureOf(plan.measure);
  const { axis } = factorOf(plan.factor, plan.unit);
  const ceiling = ceilingOf(measure, traySize);
  const known = new Map(cases.map((c) => [keyOf(c), c]));
  const xOf = new Map(plan.levels.map(({ id, value }) => [id, axisNumber(axis, value)]));
  const plain = trials.map((trial): Point => {
    const { value, censored, from, to } = valueOf(trial.outcome, ceiling);
    return {
      trialId: trial.id,
      groupId: trial.groupId,
      levelId: trial.levelId,
      seriesId: trial.seriesId,
      x: xOf.get(trial.levelId) ?? NaN,
      y: value,
      from: from ?? null,
      to: to ?? null,
      censored,
      unusual: false,
    };
  });
  const seriesIds = [...new Set(cases.map(({ seriesId }) => seriesId))];
  const levelIds = plan.levels.map(({ id }) => id);
  const checks = plan.levels.flatMap(({ check }, i) => (check ? [i] : []));
  const series = seriesIds.map((seriesId) =>
    lineOf(plain, seriesId, { measure, axis, levelIds, checks }),
  );
  const odd = new Set(series.flatMap(({ odd: ids }) => ids));
  const points =
    odd.size === 0
      ? plain
      : plain.map((point) => (odd.has(point.trialId) ? { ...point, unusual: true } : point));
  const at = byCase(points, trials, guesses);
  const levels = cases.map((c) =>
    levelFinding(c, measure, xOf.get(c.levelId) ?? NaN, at.get(keyOf(c)) ?? NOTHING_THERE),
  );
  // Not before somebody asks: they want the model's own predictions, which take long of a load.
  const inside = lazy(() => insideOf(measure, points, trials, known));
  const learnt = lazy(() => learntOf(measure, points, trials, known, groups?.length ?? 1));
  return {
    points,
    levels,
    series,
    trials: trials.length,
    censored: points.filter(({ censored }) => censored !== null).length,
    get inside() {
      return inside();
    },
    get compared() {
      return inside().size;
    },
    get inBand() {
      return [...inside().values()].filter(Boolean).length;
    },
    get belief() {
      return learnt()?.belief ?? null;
    },
    get own() {
      return learnt()?.own ?? null;
    },
    verdicts: verdictsOf(trials),
  };
}

/** One line of readings as the statistics see it, and which of its trials are outliers. */
function lineOf(
  points: readonly Point[],
  seriesId: string | null,
  {
    measure,
    axis,
    levelIds,
    checks,
  }: {
    readonly measure: Measure;
    readonly axis: Axis;
    readonly levelIds: readonly string[];
    /** Positions of levels that check the others. */
    readonly checks: readonly number[];
  },
): SeriesFinding {
  const own = points.filter(
    (point) =>
      point.seriesId === seriesId && Number.isFinite(point.y) && levelIds.includes(point.levelId),
  );
  if (!hasNumbers(measure) || own.length === 0) {
    return { seriesId, analysis: null, readings: [], odd: [], without: null, checks: [] };
  }
  const groups = [...new Set(own.map(({ groupId }) => groupId))];
  const made = new Map<string, number>();
  const readings = own.map((point): OrderedReading => {
    const order = made.get(point.groupId) ?? 0;
    made.set(point.groupId, order + 1);
    const { from, to, censored } = point;
    return {
      x: point.x,
      y: point.y,
      interval: from !== null && to !== null && to > from ? [from, to] : null,
      rightCensored: censored === 'at-least',
      level: levelIds.indexOf(point.levelId),
      group: groups.indexOf(point.groupId),
      order,
    };
  });
  const step = measure.relative ? 0 : measure.resolution;
  const odd = measure.data === 'yes-no' ? [] : findOutliers(readings, step);
  const by = measure.data === 'yes-no' ? analyseYesNo : analyse;
  // Not before somebody asks: each fits six curves and two models with groups.
  const some = (which: readonly OrderedReading[]) =>
    lazy(() => (which.length > 0 ? by(which, isOrdered(axis)) : null));
  const analysis = some(readings);
  const without = some(odd.length > 0 ? readings.filter((_, i) => !odd.includes(i)) : []);
  const checked = lazy(() => checksOf(readings, checks, isOrdered(axis)));
  return {
    seriesId,
    get analysis() {
      return analysis();
    },
    get without() {
      return without();
    },
    get checks() {
      return measure.data === 'yes-no' ? [] : checked();
    },
    readings,
    odd: odd.map((i) => own[i]!.trialId),
  };
}

function verdictsOf(trials: readonly FindingTrial[]): Record<Verdict, number> {
  const counts = VERDICTS.map((verdict) => {
    const judged = trials.filter(
      ({ outcome }) => outcome.kind === 'words' && outcome.verdict === verdict,
    );
    return [verdict, judged.length] as const;
  });
  return Object.fromEntries(counts) as Record<Verdict, number>;
}

const keyOf = ({ levelId, seriesId }: { levelId: string; seriesId: string | null }): string =>
  `${levelId} ${seriesId ?? ''}`;

/** Of several objects the number is how many were lifted. */
const hasNumbers = ({ data }: Measure): boolean => data !== 'words';
/** Yes and no have no band: their prediction is a probability. */
const isComparable = (measure: Measure): boolean =>
  hasNumbers(measure) && measure.data !== 'yes-no' && measure.heldAgainst !== null;

function insideOf(
  measure: Measure,
  points: readonly Point[],
  trials: readonly FindingTrial[],
  known: ReadonlyMap<string, Case>,
): ReadonlyMap<string, boolean> {
  if (!isComparable(measure)) return new Map();
  return new Map(
    trials.flatMap((trial, i) => {
      const band = bandOfTrial(measure, trial, known.get(keyOf(trial)) ?? null);
      return band ? [[trial.id, isInside(measure, points[i]!.y, band)]] : [];
    }),
  );
}

/** The band that held when the trial was made; the present one where the trial kept none. */
function bandOfTrial(
  measure: Measure,
  { model }: FindingTrial,
  now: Case | null,
): Pick<Band, 'low' | 'high'> | null {
  if (measure.heldAgainst === null) return null;
  if (model === null) return now?.band ?? null;
  if (model.low !== null && model.high !== null) return { low: model.low, high: model.high };
  const spread = now?.forecast?.spread ?? FALLBACK;
  return bandOf(measure.heldAgainst, { value: model.value, spread });
}

/** Of counts, which is what trials without a band of their own are. */
const FALLBACK: Spread = { classFactor: 2.7, scatter: 0.25 };

/** A reading means half a step to either side: a count of 5 for 4.5 to 5.5. */
function isInside(measure: Measure, value: number, band: Pick<Band, 'low' | 'high'>): boolean {
  const half = (measure.resolution * (measure.relative ? value : 1)) / 2;
  return value + half > band.low && value - half < band.high;
}

/** What there is at one level of one line. */
interface AtCase {
  readonly points: Point[];
  readonly kept: number[];
  readonly guesses: number[];
}
const NOTHING_THERE: AtCase = { points: [], kept: [], guesses: [] };

function byCase(
  points: readonly Point[],
  trials: readonly FindingTrial[],
  guesses: readonly FindingGuess[],
): ReadonlyMap<string, AtCase> {
  const known = new Map<string, AtCase>();
  const of = (one: { levelId: string; seriesId: string | null }): AtCase => {
    const key = keyOf(one);
    const there = known.get(key) ?? { points: [], kept: [], guesses: [] };
    known.set(key, there);
    return there;
  };
  for (const point of points) of(point).points.push(point);
  for (const trial of trials) if (trial.model !== null) of(trial).kept.push(trial.model.value);
  for (const guess of guesses) if (guess.value !== null) of(guess).guesses.push(guess.value);
  return known;
}

function levelFinding(c: Case, measure: Measure, x: number, there: AtCase): LevelFinding {
  const { points: here, kept, guesses: values } = there;
  const model = (): number | null =>
    isComparable(measure) ? (summarise(kept)?.mean ?? c.forecast?.value ?? null) : null;
  return {
    levelId: c.levelId,
    seriesId: c.seriesId,
    x,
    summary: hasNumbers(measure) ? summaryOf(measure, here) : null,
    censored: here.filter(({ censored }) => censored !== null).length,
    get model() {
      return model();
    },
    get band() {
      const value = model();
      const spread = c.forecast?.spread ?? FALLBACK;
      return value === null ? null : bandOf(measure.heldAgainst!, { value, spread });
    },
    guess: summarise(values)?.mean ?? null,
  };
}

function summaryOf(measure: Measure, points: readonly Point[]): Summary | null {
  const values = points.map(({ y }) => y);
  const summary = summarise(values);
  if (summary === null || measure.data !== 'yes-no') return summary;
  const yes = values.reduce((sum, y) => sum + y, 0);
  return { ...summary, share: shareInterval(yes, values.length) };
}

function learntOf(
  measure: Measure,
  points: readonly Point[],
  trials: readonly FindingTrial[],
  known: ReadonlyMap<string, Case>,
  groups: number,
): ClassLearnt | null {
  const against: PredictableId | null = measure.heldAgainst;
  if (against === null || !isComparable(measure)) return null;
  const spread = [...known.values()].find(({ forecast }) => forecast)?.forecast?.spread ?? FALLBACK;
  const ids = [...new Set(points.map(({ groupId }) => groupId))];
  const readings = trials.flatMap((trial, i): ClassReading[] => {
    const model = trial.model?.value ?? known.get(keyOf(trial))?.forecast?.value ?? 0;
    const predicted = Math.log(ratioScale(against, model));
    const point = points[i]!;
    if (!Number.isFinite(predicted) || !Number.isFinite(point.y)) return [];
    const [from, to] = endsOf(measure, point);
    const log = (value: number): number =>
      value > 0 ? Math.log(ratioScale(against, value)) - predicted : -Infinity;
    const high = Number.isFinite(to) ? log(to) : Infinity;
    return Number.isNaN(high) ? [] : [{ group: ids.indexOf(point.groupId), low: log(from), high }];
  });
  return updateClassPosterior(spread, readings, groups);
}

/** Between what and what a reading lies: half a step to either side, two weights, or no end. */
function endsOf(measure: Measure, { y, from, to, censored }: Point): [number, number] {
  const half = (measure.resolution * (measure.relative ? y : 1)) / 2;
  if (censored !== null) return [from ?? y - half, Infinity];
  if (from !== null && to !== null) return [from, to];
  return [y - half, y + half];
}
