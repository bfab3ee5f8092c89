export { fairTest, type FairTest, type SideEffect } from './fair-test.js';
export {
  casesOf,
  subjectOf,
  type Case,
  type Hold,
  type LessonPlan,
  type PlannedFactor,
  type PlannedLevel,
} from './plan.js';
export {
  MOST_REPEATS,
  powerAnalysis,
  WANTED_PROBABILITY,
  type Trend,
  type SampleSize,
  type Neighbours,
  type PlanPower,
} from './power-analysis.js';
export { simulateGuess, simulateOutcome, type SimulatedClass } from './simulate.js';
export { suggestLevels, type SuggestionLimits } from './suggest.js';
