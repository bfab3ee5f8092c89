import type { Case, LessonPlan } from '../plan/index.js';
import type { Task } from './lesson.js';
import { onTimeIn, warmthOf } from './warmth.js';

/** Work at a table, and the place of its case among those of the plan. */
export interface PlacedTask extends Task {
  readonly place: number;
}

/**
 * The levels that can be tried as work at a table, each with the place of its case. What must not be
 * switched on is no work for a class.
 * @param on time for which the current is wanted in a trial, s.
 */
export function tasksOf(
  plan: LessonPlan,
  cases: readonly Case[],
  on: number,
): readonly PlacedTask[] {
  const most = Math.max(0, ...cases.map(({ subject }) => subject?.design.winding.turns ?? 0));
  return cases.flatMap(({ subject, trialled, stops }, place) => {
    if (!subject || !trialled || stops.length > 0) return [];
    const seconds = onTimeIn(trialled.coil, on);
    const taps = plan.hold === 'taps';
    return [
      {
        place,
        coil: taps ? 'taps' : coilWord(plan, subject.design),
        turns: taps ? most : subject.design.winding.turns,
        on: seconds,
        ...warmthOf(trialled.coil, seconds),
      },
    ];
  });
}

/** What of a design is wound; the rest is changed without taking it from the table. */
const WOUND = [
  'core',
  'pair',
  'winding',
  'wire',
  'steel',
  'material',
  'former',
  'shape',
  'length',
  'radius',
] as const;

/** Whether two designs are tried with the same wound coil. */
export function isSameCoil(p: object, q: object): boolean {
  const [a, b] = [p, q] as [Record<string, unknown>, Record<string, unknown>];
  return WOUND.every((key) => JSON.stringify(a[key]) === JSON.stringify(b[key]));
}

/** The same word for designs that are tried with the same wound core. */
function coilWord(plan: LessonPlan, design: object): string {
  const parts = design as Readonly<Record<string, unknown>>;
  // On its sleeve the coil goes from core to core.
  const sleeve = [plan.factor, plan.series?.factor].includes('core-presence');
  return JSON.stringify(WOUND.map((key) => (sleeve && key === 'core' ? null : parts[key])));
}
