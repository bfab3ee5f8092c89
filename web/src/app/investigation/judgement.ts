import { toLessonPlan, type Learnt, type Plan } from '@nab/contract/lesson';
import type { ExperimentDocument } from '@nab/contract/experiments';
import {
  casesOf,
  fairTest,
  powerAnalysis,
  type Case,
  type Trend,
  type FairTest,
} from '@nab/core/lesson';

/** Identifies a case: its level and its line. */
export interface CaseKey {
  readonly levelId: string;
  readonly seriesId: string | null;
}

/** What a plan lets a class see and how fair it is, in values that cross a worker's border. */
export interface LessonJudgement {
  readonly neighbours: readonly {
    readonly lower: CaseKey;
    readonly upper: CaseKey;
    readonly probabilityInOrder: number;
    readonly repeatsNeeded: number | null;
  }[];
  readonly course: Trend;
  readonly trendPower: number | null;
  readonly overCeiling: readonly (CaseKey & { readonly probability: number })[];
  readonly nothing: readonly CaseKey[];
  readonly fair: FairTest;
}

const keyOf = ({ levelId, seriesId }: Case): CaseKey => ({ levelId, seriesId });

/** Judges a valid plan on a valid design. */
export function judge(
  plan: Plan,
  document: ExperimentDocument,
  learnt: Learnt | null = null,
): LessonJudgement {
  const lesson = toLessonPlan(plan, document, learnt);
  const cases = casesOf(lesson);
  const { neighbours, course, trendPower, mayExceedCeiling, nearZero } = powerAnalysis(
    lesson,
    cases,
    {
      repeats: plan.repeats,
      groups: plan.groups.length,
      traySize: plan.traySize,
    },
  );
  return {
    neighbours: neighbours.map(({ lower, upper, ...chance }) => ({
      ...chance,
      lower: keyOf(lower),
      upper: keyOf(upper),
    })),
    course,
    trendPower,
    overCeiling: mayExceedCeiling.map(({ of, probability }) => ({ ...keyOf(of), probability })),
    nothing: nearZero.map(keyOf),
    fair: fairTest(lesson, cases),
  };
}
