import { plannedFactor, type Plan, type Trial } from '@nab/contract/lesson';
import {
  axisNumber,
  casesOf,
  factorOf,
  isOrdered,
  measureOf,
  type Case,
  type Findings,
  type LessonPlan,
} from '@nab/core/lesson';
import { bandOf } from '@nab/core/experiments';
import {
  curveIn,
  type Analysis,
  type ClassPosterior,
  type CurveId,
  type FittedCurve,
  type Summary,
} from '@nab/core/statistics';
import { axisLabel, inUnitOf, outcomeText } from '@nab/words/lesson';
import type { ChartCurve, ChartPoint, TrialChartData } from '../../ui/charts';
import { factorAxis, type NamedCase } from '../../investigation';

/** Points between the levels, so that the band is a band and not a few boxes. */
const CURVE_POINTS = 24;

/** What is predicted of each line, by the line's id. */
export type Bands = ReadonlyMap<string | null, readonly ChartCurve[]>;

/**
 * What the model says between the levels of each line; for names, at each of them.
 * @param between the cases of {@link casesBetween}.
 * @param belief what this class has shown; null for what was said before it.
 */
export function bandsOf(
  plan: Plan,
  cases: readonly NamedCase[],
  between: readonly Case[],
  belief: ClassPosterior | null = null,
): Bands {
  const { axis } = plannedFactor(plan);
  const { placeOf } = factorAxis(plan, cases);
  const against = measureOf(plan.measure).heldAgainst;
  const inUnit = inUnitOf(measureOf(plan.measure));
  const curves = new Map<string | null, ChartCurve[]>();
  if (against === null || measureOf(plan.measure).data === 'yes-no') return curves;
  const put = (seriesId: string | null, x: number, { forecast }: Pick<Case, 'forecast'>): void => {
    if (!forecast || !Number.isFinite(x)) return;
    const { low, median, high } = bandOf(against, forecast, belief ?? undefined);
    const point = { x, low: inUnit(low), median: inUnit(median), high: inUnit(high) };
    curves.set(seriesId, [...(curves.get(seriesId) ?? []), point]);
  };
  if (!isOrdered(axis)) {
    for (const one of cases) put(one.seriesId, placeOf(one.levelId), one);
    return curves;
  }
  for (const one of between) put(one.seriesId, axisNumber(axis, one.level), one);
  return curves;
}

/** What the magnet does between the levels, evenly from the lowest to the highest; none of names. */
export function casesBetween(lesson: LessonPlan): readonly Case[] {
  const { axis } = factorOf(lesson.factor, lesson.unit);
  if (!isOrdered(axis)) return [];
  const values = lesson.levels.map(({ value }) => Number(value));
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const whole = axis.kind === 'number' && axis.whole;
  const places = Array.from({ length: CURVE_POINTS }, (_, i) => {
    const value = least + ((most - least) * i) / (CURVE_POINTS - 1);
    return whole ? Math.round(value) : value;
  });
  const levels = [...new Set(places)].map((value) => ({ id: String(value), value }));
  return casesOf({ ...lesson, levels });
}

/** A curve from the lowest to the highest level that was tried; straight ones by their ends. */
function drawn(
  fit: FittedCurve,
  { levels }: Analysis,
  inUnit: (si: number) => number,
): { x: number; y: number }[] {
  const xs = levels.map(({ x }) => x);
  const [least, most] = [Math.min(...xs), Math.max(...xs)];
  const straight = fit.id === 'line' || fit.id === 'proportional' || fit.id === 'none';
  const many = straight ? 2 : 48;
  const places = Array.from({ length: many }, (_, i) => least + ((most - least) * i) / (many - 1));
  return (fit.id === 'means' ? xs : places).map((x) => ({ x, y: inUnit(fit.at(x)) }));
}

/** What the bar at a mean says. */
export const BARS = ['deviation', 'error', 'interval'] as const;
export type Bar = (typeof BARS)[number];

/** Which of Nab's bands are drawn: as first predicted, with what the class has shown, or both. */
export const BANDS = ['before', 'learnt', 'both'] as const;
export type BandChoice = (typeof BANDS)[number];

/** How the chart is looked at. */
export interface ChartLook {
  /** The shape that is laid through the readings of each line; null for none. */
  readonly curve: CurveId | null;
  readonly bar: Bar;
  readonly log: boolean;
  /** Named kinds with bars. */
  readonly bars: boolean;
  readonly band: BandChoice;
}

/** As it is first seen, and on the board. */
export const FIRST_LOOK: ChartLook = {
  curve: 'line',
  bar: 'interval',
  log: false,
  bars: false,
  band: 'before',
};

const HALF: Readonly<Record<Bar, (summary: Summary) => number>> = {
  deviation: ({ deviation }) => deviation,
  error: ({ standardError }) => standardError,
  interval: ({ interval95 }) => interval95,
};

/** Ends of the bar at a mean; of yes and no those of the share's own interval. */
function endsOf(
  summary: Summary,
  bar: Bar,
  inUnit: (si: number) => number,
): { low: number; high: number } {
  const half = HALF[bar](summary);
  const [low, high] =
    summary.share && bar === 'interval'
      ? summary.share
      : [summary.mean - half, summary.mean + half];
  return { low: inUnit(low), high: inUnit(high) };
}

/** The curve of a kind through one line of readings; null where there is none. */
export function curveOf(analysis: Analysis | null, id: CurveId | null): FittedCurve | null {
  return analysis && id !== null ? curveIn(analysis, id) : null;
}

/** Every trial as a point; its words are made when they are wanted. */
export function pointsOf(
  plan: Plan,
  cases: readonly NamedCase[],
  findings: Findings,
  trials: readonly Trial[],
): ChartPoint[] {
  const measure = measureOf(plan.measure);
  const inUnit = inUnitOf(measure);
  const { placeOf } = factorAxis(plan, cases);
  const seriesAt = new Map(findings.series.map(({ seriesId }, i) => [seriesId, i]));
  const groupAt = new Map(plan.groups.map(({ id }, i) => [id, i]));
  const trialOf = new Map(trials.map((trial) => [trial.id, trial]));
  const keyOf = (levelId: string, seriesId: string | null): string =>
    `${levelId} ${seriesId ?? ''}`;
  const nameOf = new Map(cases.map((one) => [keyOf(one.levelId, one.seriesId), one.name]));
  return findings.points
    .filter(({ y }) => Number.isFinite(y))
    .map((point) => {
      const group = groupAt.get(point.groupId) ?? 0;
      return {
        x: placeOf(point.levelId),
        y: inUnit(point.y),
        from: point.from === null ? null : inUnit(point.from),
        to: point.to === null ? null : inUnit(point.to),
        group,
        series: seriesAt.get(point.seriesId) ?? 0,
        censored: point.censored !== null,
        unusual: point.unusual,
        get label() {
          const { outcome } = trialOf.get(point.trialId)!.current;
          const at = nameOf.get(keyOf(point.levelId, point.seriesId)) ?? '';
          const stands = point.unusual ? '; it stands out' : '';
          return `${plan.groups[group]?.name ?? ''}: ${outcomeText(measure, outcome, plan.objects)} at ${at}${stands}`;
        },
      };
    });
}

/** What the chart of the trials is made of, and what is costly of it. */
export interface ChartParts {
  readonly plan: Plan;
  readonly cases: readonly NamedCase[];
  readonly findings: Findings;
  readonly points: readonly ChartPoint[];
  /** As predicted before the class, and with what it has shown. */
  readonly before: Bands;
  readonly learnt: Bands;
}

/** Everything the chart of the trials shows. */
export function trialChartData(
  { plan, cases, findings, points, before, learnt }: ChartParts,
  look: ChartLook = FIRST_LOOK,
): TrialChartData {
  const measure = measureOf(plan.measure);
  const inUnit = inUnitOf(measure);
  const { across, placeOf } = factorAxis(plan, cases);
  const seriesIds = findings.series.map(({ seriesId }) => seriesId);
  return {
    across,
    upLabel: axisLabel(measure),
    groups: plan.groups.map(({ name }) => name),
    points,
    means: findings.levels
      .filter(({ summary }) => summary !== null)
      .map(({ levelId, seriesId, summary }) => ({
        x: placeOf(levelId),
        series: Math.max(0, seriesIds.indexOf(seriesId)),
        mean: inUnit(summary!.mean),
        ...endsOf(summary!, look.bar, inUnit),
      })),
    series: findings.series.map((one) => {
      const { seriesId } = one;
      // Nothing is fitted to readings of which no curve is drawn.
      const analysis = look.curve === null ? null : one.analysis;
      const fit = curveOf(analysis, look.curve);
      return {
        name: cases.find((there) => there.seriesId === seriesId)?.seriesName ?? '',
        curve: look.band === 'learnt' ? [] : (before.get(seriesId) ?? []),
        learnt: look.band === 'before' ? null : (learnt.get(seriesId) ?? []),
        fit: fit && drawn(fit, analysis!, inUnit),
      };
    }),
    fitName: look.curve === 'line' || look.curve === 'proportional' ? 'Best line' : 'Best curve',
    log: look.log && across.kind === 'graded',
    bars: look.bars && across.kind === 'kinds',
  };
}
