import { axisNumber, factorOf, levelAt } from '../factors/index.js';
import { casesOf, type LessonPlan } from '../plan/index.js';
import { tasksOf, trialTime, type StepMinutes } from '../schedule/index.js';

/** Places nearer to each other than this share are one. */
const SAME = 1e-9;

/**
 * What one trial more takes at some places of the axis: to wind the coil where the plan has no such
 * level yet, to connect it, to try it, and the rest that it then needs.
 * @param places in the factor's unit. @param on time for which the current is wanted in a trial, s.
 * @returns minutes by place; what cannot be had, or must not be switched on, is not there.
 */
export function trialMinutes(
  plan: LessonPlan,
  seriesId: string | null,
  places: readonly number[],
  { minutes, on }: { readonly minutes: StepMinutes; readonly on: number },
): ReadonlyMap<number, number> {
  const { axis } = factorOf(plan.factor, plan.unit);
  const levels = places.flatMap((x) => {
    const value = levelAt(axis, x);
    return value === null ? [] : [{ id: String(x), value }];
  });
  const tried = plan.levels.map(({ value }) => axisNumber(axis, value));
  const asked = { ...plan, levels };
  const cases = casesOf(asked).filter((one) => one.seriesId === seriesId);
  return new Map(
    tasksOf(asked, cases, on).map((task) => {
      const x = Number(cases[task.place]!.levelId);
      const wound = tried.some((one) => Math.abs(one - x) <= SAME * Math.abs(x));
      return [x, trialTime(task, minutes, wound)];
    }),
  );
}
