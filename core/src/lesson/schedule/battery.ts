import { evaluateSubject, type PredictableId, type Subject } from '../../experiments/index.js';
import { findCell, MOST_USED } from '../../physics/index.js';
import type { Case, LessonPlan } from '../plan/index.js';
import { measureOf } from '../measures/index.js';
import { MonotoneCubic } from '../../numerics/index.js';
import type { Task } from './lesson.js';

/** Charge drawn at which a magnet is looked at, as shares of what there is. */
const SHARES = [0, 0.2, 0.5, 0.9] as const;
/** A reading this much less than with fresh cells, and they are swapped. Common practice, no source. */
const WORTH_SWAPPING = 0.9;
/** One pack to spare for so many groups. Common practice, no source. */
const GROUPS_A_SPARE = 4;

/** What a lesson does to the cells of one group, and what that does to its readings. */
export interface BatteryUse {
  /** Charge of one cell drawn by each task in one trial, and in the whole lesson, C. */
  readonly perTrial: readonly number[];
  readonly drawn: number;
  /** What one cell holds to begin with, C. */
  readonly holds: number;
  /** Trials of a group after which its cells are swapped; null when they last the lesson. */
  readonly swapAfter: number | null;
  /** Packs of one group, and to spare in the class. */
  readonly packs: number;
  readonly spare: number;
  /** Reading of the last trial over the first one’s, of the task that fades most, on the same cells. */
  readonly lastOverFirst: number;
  /**
   * By how much the last level reads less than the first by fading alone, as a share: when levels are
   * tried one after the other, and in the orders given.
   */
  readonly biasInSequence: number;
  readonly biasInOrder: number;
}

/**
 * What becomes of the cells of a lesson: the readings follow the model with as much charge drawn as
 * the trials before have drawn. Fading is the cells’ typical one, see {@link cellInUse}.
 * @param tasks with the place of their case. @param orders of each group.
 * @returns null on a bench supply, or where the model predicts nothing.
 */
export function batteryUse(
  plan: LessonPlan,
  cases: readonly Case[],
  tasks: readonly (Task & { readonly place: number })[],
  orders: readonly (readonly number[])[],
  repeats: number,
): BatteryUse | null {
  const { heldAgainst } = measureOf(plan.measure);
  const subjects = tasks.map(({ place }) => cases[place]!.subject!);
  const cell = subjects[0] && cellOf(subjects[0]);
  if (!heldAgainst || !cell || subjects.some(({ design }) => design.supply.bench)) return null;
  const fadings = tasks.map(({ place }) => fadingOf(cases[place]!, heldAgainst, plan));
  const perTrial = tasks.map(({ on, place }, i) => {
    const { parallel } = subjects[i]!.design.supply;
    return (cases[place]!.trialled!.supplyCurrent / parallel) * on;
  });
  const drawn = Math.max(0, ...orders.map((order) => sum(order.map((task) => perTrial[task]!))));
  const readings = (order: readonly number[], swap: number | null): number[][] => {
    const seen: number[][] = tasks.map(() => []);
    let used = 0;
    order.forEach((task, i) => {
      if (swap !== null && i > 0 && i % swap === 0) used = 0;
      seen[task]!.push(fadings[task]!(Math.min(used / cell.charge_C, MOST_USED)));
      used += perTrial[task]!;
    });
    return seen;
  };
  const longest = orders[0] ?? [];
  const swapAfter = swapOf(longest, readings);
  const packs = swapAfter === null ? 1 : Math.ceil(longest.length / swapAfter);
  const sequence = tasks.flatMap((_, task) => new Array<number>(repeats).fill(task));
  return {
    perTrial,
    drawn,
    holds: cell.charge_C,
    swapAfter,
    packs,
    spare: Math.max(1, Math.ceil(orders.length / GROUPS_A_SPARE)),
    lastOverFirst: Math.min(
      1,
      ...fadings.map((fading) => fading(Math.min(drawn / cell.charge_C, MOST_USED))),
    ),
    biasInSequence: biasOf([readings(sequence, null)]),
    biasInOrder: biasOf(orders.map((order) => readings(order, null))),
  };
}

/** Trials after which some reading would be too low, however they go on; null for never. */
function swapOf(
  order: readonly number[],
  readings: (order: readonly number[], swap: null) => number[][],
): number | null {
  for (let trials = 1; trials <= order.length; trials++) {
    const seen = readings(order.slice(0, trials), null);
    const last = seen[order[trials - 1]!]!;
    if (last[last.length - 1]! < WORTH_SWAPPING) return Math.max(1, trials - 1);
  }
  return null;
}

/** How much less the last task reads than the first, over all groups. */
function biasOf(groups: readonly (readonly (readonly number[])[])[]): number {
  const mean = (task: number): number => {
    const all = groups.flatMap((seen) => seen[task] ?? []);
    return all.length === 0 ? 1 : sum(all) / all.length;
  };
  const last = (groups[0]?.length ?? 1) - 1;
  return 1 - mean(last) / mean(0);
}

/** A reading over that of fresh cells, by the share of charge drawn. */
function fadingOf(
  { subject, trialled }: Case,
  id: PredictableId,
  plan: LessonPlan,
): (share: number) => number {
  const values = SHARES.map((share) => {
    const one = share === 0 ? trialled! : evaluateSubject(withUsed(subject!, share));
    return one.forecast(id, plan.conditions)?.value ?? NaN;
  });
  const fresh = values[0]!;
  if (!(fresh > 0) || values.some(Number.isNaN)) return () => 1;
  const curve = new MonotoneCubic(
    Float64Array.from(SHARES),
    Float64Array.from(values, (value) => value / fresh),
  );
  return (share) => curve.value(Math.min(share, SHARES[SHARES.length - 1]!));
}

/** The same with so much of the remaining charge drawn; a measured cell fades from what was measured. */
function withUsed({ experiment, design }: Subject, share: number): Subject {
  const { supply } = design;
  const before = supply.used ?? 0;
  const used = Math.min(MOST_USED, before + (1 - before) * share);
  return { experiment, design: { ...design, supply: { ...supply, used } } } as Subject;
}

function cellOf({ design: { supply } }: Subject): { readonly charge_C: number } | null {
  if (supply.bench) return null;
  const { charge_C } = findCell(supply.chemistry, supply.size);
  return { charge_C: charge_C * (1 - (supply.used ?? 0)) };
}

const sum = (numbers: readonly number[]): number => numbers.reduce((p, q) => p + q, 0);
