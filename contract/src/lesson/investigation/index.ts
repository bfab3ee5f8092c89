export * from './transfer.js';
export * from './investigation.js';
export {
  lessonSchema,
  PAPERS,
  SHEET_READERS,
  USUAL_LESSON,
  type LessonSettings,
  type Paper,
  type RiskNote,
  type SheetReader,
} from './lesson.js';
export type * from './page.js';
export { placeSchema, type PlaceBody } from './place.js';
export { PLACES, type Status } from './status.js';
export * from './printing.js';
export * from './poll.js';
export {
  HOLDS,
  MOST_LEVELS,
  plannedFactor,
  planSchema,
  toLessonPlan,
  type Group,
  type Level,
  type Plan,
} from './plan.js';
export {
  ACTORS,
  FLAGS,
  outcomeSchema,
  OUTCOME_SCHEMAS,
  predictionSchema,
  readingSchema,
  type Actor,
  type Flag,
  type PredictionBody,
  type ReadingBody,
} from './reading.js';
export {
  checkPortable,
  portableOf,
  portableText,
  PORTABLE_FORMAT,
  type PortableInvestigation,
} from './portable.js';
export * from './reading-rows.js';
export * from './reading-table.js';
export * from './resources.js';
export * from './trials.js';
