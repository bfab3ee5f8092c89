export * from './compass.js';
export * from './design.js';
export * from './design-choices.js';
export { choice, counted, DESIGN_LIMITS, whole } from './design-parts.js';
export * from './design-si.js';
export * from './evaluation.js';
export * from './experiment-documents.js';
export * from './field-picture.js';
export * from './investigation.js';
export { HOLDS, planSchema, toLessonPlan, type Group, type Level, type Plan } from './plan.js';
export * from './problem.js';
export * from './quantity-field.js';
export {
  ACTORS,
  predictionSchema,
  OUTCOME_SCHEMAS,
  outcomeSchema,
  readingSchema,
  type Actor,
  type PredictionBody,
  type ReadingBody,
} from './reading.js';
export * from './resources.js';
export * from './shelf.js';
export * from './shelf-needs.js';
export * from './shelf-stock.js';
export * from './shelf-take.js';
export * from './shell-magnet.js';
export { filledText, text } from './text-field.js';
export * from './trials.js';
