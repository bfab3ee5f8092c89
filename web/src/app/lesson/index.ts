export { freshPlan, type PlanBeginning } from './fresh-plan';
export type { CaseKey, LessonJudgement } from './judgement';
export { LessonService } from './lesson-service';
