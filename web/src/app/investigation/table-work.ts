import { USUAL_LESSON, type Plan } from '@nab/contract/lesson';
import {
  tasksOf,
  type Case,
  type Lesson,
  type LessonPlan,
  type PlacedTask,
} from '@nab/core/lesson';

/** What the groups of a plan do at their tables, each task with the place of its case. */
export interface TableWork extends Lesson {
  readonly tasks: readonly PlacedTask[];
}

export function tableWork(
  { lesson: settings = USUAL_LESSON, groups, repeats }: Plan,
  lesson: LessonPlan,
  cases: readonly Case[],
): TableWork {
  const { arrangement, minutes, on } = settings;
  const tasks = tasksOf(lesson, cases, on);
  return { arrangement, minutes, tasks, groups: groups.length, repeats };
}
