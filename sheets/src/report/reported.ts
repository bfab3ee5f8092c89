import {
  foldTrials,
  toFindings,
  toLessonPlan,
  type Investigation,
  type Paper,
  type SheetReader,
  type Trial,
  USUAL_LESSON,
} from '@nab/contract/lesson';
import { fairTest, findingsOf, type Findings, type SideEffect } from '@nab/core/lesson';
import { prepared, type Prepared } from '@nab/words/lesson';

/** An investigation of which a report is written. */
export type ReportedInvestigation = Pick<
  Investigation,
  'plan' | 'design' | 'predictions' | 'readings' | 'demo' | 'rehearsalOf' | 'learnt'
>;

/** How it is printed; as the lesson's sheets where nothing is said. */
export interface ReportSettings {
  readonly paper?: Paper | undefined;
  readonly reader?: SheetReader | undefined;
}

/** Everything that a report says follows from this. */
export interface Reported {
  readonly of: Prepared;
  readonly findings: Findings;
  readonly trials: readonly Trial[];
  readonly sideEffects: readonly SideEffect[];
  /** Days on which trials were made, `2026-11-30`, in their order. */
  readonly days: readonly string[];
  readonly demo: boolean;
  readonly rehearsed: boolean;
}

/** The footer of every page where nobody made the readings. */
export const markOf = ({ demo, rehearsed }: Reported): string =>
  demo ? ' · invented data' : rehearsed ? ' · rehearsal' : '';

export function reportedOf(
  { plan, design, predictions, readings, demo, rehearsalOf, learnt = null }: ReportedInvestigation,
  { paper, reader }: ReportSettings,
): Reported {
  const settings = {
    ...(plan.lesson ?? USUAL_LESSON),
    ...(paper && { paper }),
    ...(reader && { reader }),
  };
  const of = prepared(plan, design.design, settings, learnt);
  const lesson = toLessonPlan(plan, design.design, learnt);
  const { trials } = foldTrials(readings);
  const found = toFindings(trials, predictions);
  return {
    of,
    findings: findingsOf(lesson, of.cases, found.trials, found.guesses, plan),
    trials,
    sideEffects: fairTest(lesson, of.cases).sideEffects,
    days: [...new Set(trials.map(({ history }) => history[0]!.recordedAt.slice(0, 10)))].sort(),
    demo,
    rehearsed: rehearsalOf !== null,
  };
}
