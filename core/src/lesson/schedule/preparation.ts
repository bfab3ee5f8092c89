import type { Case, LessonPlan } from '../plan/index.js';
import { batteryUse, type BatteryUse } from './battery.js';
import type { Lesson, Task } from './lesson.js';
import { tasksOf } from './tasks.js';
import { timetableOf, type Timetable } from './timetable.js';

/** How the educator wants the lesson. */
export interface LessonWishes extends Pick<Lesson, 'arrangement' | 'minutes'> {
  /** Current on in a trial, s. */
  readonly on: number;
}

/** A lesson laid out. */
export interface Preparation {
  /** Levels that can be tried, each with the place of its case. */
  readonly tasks: readonly (Task & { readonly place: number })[];
  readonly timetable: Timetable;
  /** Null on a bench supply, and where nothing is predicted. */
  readonly battery: BatteryUse | null;
}

/** Lays a lesson out, and says what it does to the cells. */
export function preparationOf(
  plan: LessonPlan,
  cases: readonly Case[],
  { on, ...wishes }: LessonWishes,
  class_: { readonly groups: number; readonly repeats: number },
): Preparation {
  const tasks = tasksOf(plan, cases, on);
  const timetable = timetableOf({ ...wishes, ...class_, tasks });
  const battery = batteryUse(plan, cases, tasks, timetable.orders, class_.repeats);
  return { tasks, timetable, battery };
}
