export { ServerClock } from './server-clock';
export { factorAxis } from './factor-axis';
export { InvestigationStore, type NamedCase } from './investigation-store';
export { tableWork, type TableWork } from './table-work';
export { freshPlan, type PlanBeginning } from './fresh-plan';
export type { CaseKey, LessonJudgement } from './judgement';
export { LessonService } from './lesson-service';
