import { trialOnTime } from '../../physics/index.js';
import type { EvaluatedDesign } from '../../experiments/index.js';
import { experimentsOf, factorOf, type SideEffectKind } from '../factors/index.js';
import { casesOf, type Case, type Hold, type LessonPlan } from './plan.js';

/** One quantity that changes with the factor, from the first level to the last that can be had. */
export interface SideEffect {
  readonly what: SideEffectKind;
  /** SI: A, m, Ω, W, C a trial, turns. */
  readonly from: number;
  readonly to: number;
}

/** What else changes with a factor, and how much of the effect is due to it. */
export interface FairTest {
  readonly sideEffects: readonly SideEffect[];
  /**
   * Last level's prediction over the first's as planned, and with every level given the same current:
   * their difference is what the current does. Null where nothing is predicted.
   */
  readonly effect: number | null;
  readonly effectAtEqualCurrent: number | null;
  /** Ways to hold what else changes, that make sense for this factor. */
  readonly holds: readonly Hold[];
}

/** A change smaller than this is none, as a share. */
const NOTICED = 0.03;

const READ: Readonly<
  Record<SideEffectKind, (t: EvaluatedDesign, subject: Case['subject']) => number>
> = {
  current: ({ supplyCurrent }) => supplyCurrent,
  wire: ({ wireLength }) => wireLength,
  resistance: ({ coil }) => coil.coilResistance,
  heat: ({ coil }) => coil.circuit.coilPower,
  drain: ({ supplyCurrent, coil }) => supplyCurrent * trialOnTime(coil),
  turns: (_t, subject) => subject!.design.winding.turns,
};

/** @param cases of the plan, as {@link casesOf} gives them. Looks at the first series. */
export function fairTest(plan: LessonPlan, cases: readonly Case[]): FairTest {
  const [first, last] = endsOf(cases);
  const sideEffects = factorOf(plan.factor).sideEffects.flatMap((what): SideEffect[] => {
    if (!first || !last) return [];
    const from = READ[what](first.trialled!, first.subject);
    const to = READ[what](last.trialled!, last.subject);
    return Math.abs(to - from) > NOTICED * Math.max(Math.abs(to), Math.abs(from))
      ? [{ what, from, to }]
      : [];
  });
  const changes = new Set(sideEffects.map(({ what }) => what));
  // A cell that runs through its own coil brings its current with it.
  const drawsCells =
    plan.base.design.supply.bench === undefined &&
    experimentsOf('current').includes(plan.base.experiment);
  const held = plan.hold === 'bench-supply' || !drawsCells || !changes.has('current');
  return {
    sideEffects,
    effect: ratioOf(first, last),
    effectAtEqualCurrent: held
      ? null
      : ratioOf(...endsOf(casesOf({ ...plan, series: null, hold: 'bench-supply' }))),
    holds: [
      ...(changes.has('current') && drawsCells ? (['bench-supply'] as const) : []),
      ...(plan.factor === 'turns' && changes.has('wire') ? (['ballast', 'taps'] as const) : []),
      ...(plan.factor === 'wire-length' ? (['ballast', 'taps'] as const) : []),
    ],
  };
}

/** First and last level that can be had, in the order of the plan. */
function endsOf(cases: readonly Case[]): [Case | undefined, Case | undefined] {
  const series = cases[0]?.seriesId ?? null;
  const had = cases.filter((c) => c.seriesId === series && c.trialled !== null);
  return [had[0], had[had.length - 1]];
}

function ratioOf(first: Case | undefined, last: Case | undefined): number | null {
  if (!first?.forecast || !last?.forecast || !(first.forecast.value > 0)) return null;
  return last.forecast.value / first.forecast.value;
}
