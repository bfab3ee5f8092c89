import { lazy } from '../../numerics/index.js';
import type { Caution, WoundCoil } from '../../physics/index.js';
import {
  bandOf,
  chanceAbove,
  evaluateSubject,
  fromRatioScale,
  ratioScale,
  type Conditions,
  type Forecast,
  type PredictableId,
  type Subject,
  type EvaluatedDesign,
} from '../../experiments/index.js';
import type { Band } from '../../statistics/index.js';
import { CoreError } from '../../errors.js';
import { BENCH_VOLTAGE, levelSubject, type FactorId, type LevelValue } from '../factors/index.js';
import { measureOf, type Measure, type MeasureId } from '../measures/index.js';

/** A level of a plan. */
export interface PlannedLevel {
  readonly id: string;
  readonly value: LevelValue;
  /** Its own subject, where each level is a whole design. */
  readonly own?: Subject;
  /** Added to check what the curve through the others says there. */
  readonly check?: boolean;
}

/** What is changed, and the levels that are tried. */
export interface PlannedFactor {
  readonly factor: FactorId;
  /** Of the axis, as the levels were typed; the factor's own when absent. */
  readonly unit?: string;
  readonly levels: readonly PlannedLevel[];
}

/**
 * How what else changes with the factor is held: not at all; by a bench supply that gives every level
 * the same current; by spare wire left in the circuit, so that every level has the same wire; by
 * taps on one coil, so that every level has the same core and winding.
 */
export type Hold = 'nothing' | 'bench-supply' | 'ballast' | 'taps';

/** The question of an investigation. */
export interface LessonPlan extends PlannedFactor {
  readonly base: Subject;
  /** A second factor, whose levels are lines of their own. */
  readonly series: PlannedFactor | null;
  readonly measure: MeasureId;
  readonly conditions: Conditions;
  readonly hold: Hold;
  /** What earlier classes have shown: a factor on predictions, and how much surer they are. */
  readonly learnt?: { readonly factor: number; readonly narrower: number };
}

/** One level of one series: what it is and what it is predicted to do. */
export interface Case {
  readonly levelId: string;
  readonly seriesId: string | null;
  readonly level: LevelValue;
  readonly series: LevelValue | null;
  /** Null when the level cannot be had, with the reason. */
  readonly subject: Subject | null;
  readonly trialled: EvaluatedDesign | null;
  readonly fault: string | null;
  /** Null also where nothing predicts the measure. */
  readonly forecast: Forecast | null;
  /** What is likely to be read, SI or a count; of a load held or not the probability that it holds. */
  readonly expected: number | null;
  /** Around what is expected, and in its terms. */
  readonly band: Band | null;
  readonly stops: readonly Caution[];
  readonly cautions: readonly Caution[];
}

/**
 * Every level of every series, series by series. What cannot be built is a case with a fault and
 * never an error.
 * @param evaluate from an {@link Evaluations}, where plans that differ little follow one another.
 */
export function casesOf(
  plan: LessonPlan,
  evaluate: (subject: Subject) => EvaluatedDesign = evaluateSubject,
): Case[] {
  const pairs = (plan.series?.levels ?? [null]).flatMap((series) =>
    plan.levels.map((level) => ({ level, series })),
  );
  const built = pairs.map(({ level, series }) => attempt(() => subjectOf(plan, level, series)));
  const held = holdAll(built, plan.hold, evaluate);
  return pairs.map(({ level, series }, i): Case => {
    const subject = held[i]!;
    const named = {
      levelId: level.id,
      seriesId: series?.id ?? null,
      level: level.value,
      series: series?.value ?? null,
    };
    if (!subject.ok) return { ...named, ...NOTHING, fault: subject.fault };
    const trialled = attempt(() => evaluate(subject.value));
    if (!trialled.ok) return { ...named, ...NOTHING, fault: trialled.fault };
    const measure = measureOf(plan.measure);
    const { heldAgainst } = measure;
    // Not before somebody asks: a load's takes fifty times as long as all the rest.
    const foretold = lazy(() => {
      const alone = heldAgainst && trialled.value.forecast(heldAgainst, plan.conditions);
      const forecast = heldAgainst && alone && withLearnt(heldAgainst, alone, plan.learnt);
      if (!forecast || !heldAgainst) return { forecast: null, expected: null, band: null };
      if (measure.data !== 'yes-no') {
        return { forecast, expected: forecast.value, band: bandOf(heldAgainst, forecast) };
      }
      const chance = chanceAbove(forecast, plan.conditions.load ?? NaN);
      return { forecast, expected: chance.median, band: chance };
    });
    const cautions = trialled.value.cautions().filter(concerning(measure));
    return {
      ...named,
      subject: subject.value,
      trialled: trialled.value,
      fault: null,
      get forecast() {
        return foretold().forecast;
      },
      get expected() {
        return foretold().expected;
      },
      get band() {
        return foretold().band;
      },
      stops: cautions.filter(({ severity }) => severity === 'stop'),
      cautions: cautions.filter(({ severity }) => severity === 'caution'),
    };
  });
}

/** A prediction with what earlier classes have shown. */
function withLearnt(
  id: PredictableId,
  { value, spread }: Forecast,
  learnt: LessonPlan['learnt'],
): Forecast {
  if (!learnt) return { value, spread };
  return {
    value: fromRatioScale(id, learnt.factor * ratioScale(id, value)),
    spread: { ...spread, classFactor: spread.classFactor ** learnt.narrower },
  };
}

/** A load that hangs is nothing to be careful about where only small things are lifted. */
function concerning({ site }: Measure): (caution: Caution) => boolean {
  const hangs = site === 'plate' || site === 'anywhere';
  return ({ code }) => code !== 'hung-load' || hangs;
}

const NOTHING = {
  subject: null,
  trialled: null,
  forecast: null,
  expected: null,
  band: null,
  stops: [],
  cautions: [],
} as const;

type Attempt<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: string };

function attempt<T>(make: () => T): Attempt<T> {
  try {
    return { ok: true, value: make() };
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return { ok: false, fault: error.message };
  }
}

/** A whole design comes first, because the other factor changes it; a length of wire comes last. */
const rank = (factor: FactorId): number =>
  factor === 'designs' ? 0 : factor === 'wire-length' ? 2 : 1;

/** @throws CoreError when the level cannot be had. */
export function subjectOf(
  plan: LessonPlan,
  level: PlannedLevel,
  series: PlannedLevel | null,
): Subject {
  const steps = [
    { factor: plan.factor, level },
    ...(plan.series && series ? [{ factor: plan.series.factor, level: series }] : []),
  ].sort((p, q) => rank(p.factor) - rank(q.factor));
  const subject = steps.reduce(
    (so, step) => levelSubject(so, step.factor, step.level.value, step.level.own),
    plan.base,
  );
  return measureOf(plan.measure).adapt?.(subject) ?? subject;
}

/** The same subjects with the side effect of the factor held. */
function holdAll(
  subjects: readonly Attempt<Subject>[],
  hold: Hold,
  evaluate: (subject: Subject) => EvaluatedDesign,
): readonly Attempt<Subject>[] {
  if (hold === 'nothing' || hold === 'taps') return subjects;
  const wound = subjects.map((s) => (s.ok ? attempt(() => evaluate(s.value)) : s));
  const all = wound.flatMap((w) => (w.ok ? [w.value] : []));
  if (all.length === 0) return subjects;
  if (hold === 'bench-supply') {
    const least = Math.min(...all.map(({ supplyCurrent }) => supplyCurrent));
    // Two digits, downward: every level must be able to draw it.
    const digits = 10 ** Math.floor(Math.log10(least) - 1);
    const currentLimit = Math.floor(least / digits + 1e-9) * digits;
    return subjects.map((s) =>
      s.ok ? { ok: true, value: withCurrent(s.value, currentLimit) } : s,
    );
  }
  const most = Math.max(...all.map(({ coil }) => coil.wireLength));
  return subjects.map((s, i) => {
    const evaluated = wound[i]!;
    if (!s.ok || !evaluated.ok) return s;
    return { ok: true, value: withSpareWire(s.value, evaluated.value.coil, most) };
  });
}

function withCurrent({ experiment, design }: Subject, currentLimit: number): Subject {
  const bench = { voltage: BENCH_VOLTAGE, currentLimit };
  return { experiment, design: { ...design, supply: { ...design.supply, bench } } } as Subject;
}

/** Spare wire is tail: in the circuit, off the former, cool. */
function withSpareWire({ experiment, design }: Subject, coil: WoundCoil, most: number): Subject {
  const { winding } = design;
  const tail = winding.tail + (most - coil.wireLength) / coil.tails;
  return { experiment, design: { ...design, winding: { ...winding, tail } } } as Subject;
}
