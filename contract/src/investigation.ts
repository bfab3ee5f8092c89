import './locale.js';
import { array, mixed, number, object, string, type InferType } from 'yup';
import { designSchema } from './design.js';
import { TURNS_LIMITS } from './design-parts.js';

const uuid = () => string().uuid('Must be a UUID.').defined();
const count = (max: number) =>
  number()
    .typeError('Type a whole number.')
    .integer('Type a whole number.')
    .min(0, 'Cannot be less than 0.')
    .max(max, `At most ${max}.`);
const MOST_OBJECTS = 9999;

const title = string()
  .trim()
  .min(1, 'Give the investigation a title.')
  .max(120, 'At most 120 characters.')
  .defined();

const levelSchema = object({
  id: uuid(),
  turns: number()
    .typeError('Type a whole number of turns.')
    .integer('Type a whole number of turns.')
    .min(TURNS_LIMITS.min, 'At least 1 turn.')
    .max(TURNS_LIMITS.max, `At most ${TURNS_LIMITS.max} turns.`)
    .defined(),
}).noUnknown();

const groupSchema = object({
  id: uuid(),
  name: string()
    .trim()
    .min(1, 'Give the group a name.')
    .max(40, 'At most 40 characters.')
    .defined(),
}).noUnknown();

/** The question of an investigation: what is changed, by whom, how often. */
export const planSchema = object({
  title,
  factor: string().oneOf(['turns'], 'Nab varies the number of turns.').defined(),
  levels: array(levelSchema)
    .min(2, 'Compare at least two levels.')
    .max(12, 'At most 12 levels.')
    .defined()
    .test('distinct', (levels, context) => {
      const seen = new Set<number>();
      for (const [i, level] of (levels ?? []).entries()) {
        if (seen.has(level.turns)) {
          return context.createError({
            path: `levels[${i}].turns`,
            message: `${level.turns} turns is there already.`,
          });
        }
        seen.add(level.turns);
      }
      return true;
    }),
  groups: array(groupSchema).min(1, 'At least one group.').max(20, 'At most 20 groups.').defined(),
  repeats: count(20).min(1, 'At least one trial at each level.').defined(),
  traySize: count(MOST_OBJECTS).min(1, 'At least one object.').defined(),
}).noUnknown();

export const newInvestigationSchema = object({
  id: uuid(),
  plan: planSchema.required(),
  design: designSchema,
})
  .noUnknown()
  .required();

/** A change of a plan or a design names the version it was made from. */
const version = number()
  .integer()
  .min(1)
  .defined('The version the change was made from is missing.');
export const planUpdateSchema = object({ version, plan: planSchema.required() })
  .noUnknown()
  .required();
export const designUpdateSchema = object({ version, design: designSchema }).noUnknown().required();

/** When something happened at the bench: ISO 8601 with a zone. */
const instant = string()
  .matches(
    /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?(Z|[+-]\d\d:\d\d)$/,
    'Must be a date and time with its zone, ISO 8601.',
  )
  .defined();

export const predictionSchema = object({
  groupId: uuid(),
  levelId: uuid(),
  count: count(MOST_OBJECTS).required('Type the prediction first.'),
  recordedAt: instant,
})
  .noUnknown()
  .required();

/** One trial as counted, or the correction of one. */
export const readingSchema = object({
  groupId: uuid(),
  levelId: uuid(),
  /** Objects lifted with the current off, before switching on. */
  offCount: count(MOST_OBJECTS).required('Check with the current off first.'),
  count: count(MOST_OBJECTS).required('Type how many were lifted.'),
  /** Objects still held after switching off. */
  stuckCount: count(MOST_OBJECTS).required('Type how many stayed stuck; 0 if none.'),
  /** How long the current was on; null when it was not timed. */
  onTime_s: number().min(0).max(3600).nullable().defined(),
  /** What Nab predicted for this trial when it was made; a later change of the magnet leaves it. */
  modelCount: number().min(0).max(1_000_000).nullable().optional(),
  note: string().max(500, 'At most 500 characters.').defined(),
  recordedAt: instant,
  /** The reading this one corrects, and why; both or neither. */
  corrects: uuid().nullable().defined(),
  reason: string().max(200, 'At most 200 characters.').nullable().defined(),
  /** A correction that takes the reading out instead of changing it. */
  withdrawn: mixed<boolean>((value): value is boolean => typeof value === 'boolean').defined(),
})
  .noUnknown()
  .required()
  .test('correction', (reading, context) => {
    if (!reading) return true;
    if (reading.corrects !== null && !reading.reason?.trim()) {
      return context.createError({ path: 'reason', message: 'Say why the reading is corrected.' });
    }
    if (reading.corrects === null && reading.withdrawn) {
      return context.createError({ path: 'withdrawn', message: 'Only a correction can withdraw.' });
    }
    return true;
  })
  .test('stuck', (reading, context) =>
    typeof reading?.count === 'number' &&
    typeof reading.stuckCount === 'number' &&
    reading.stuckCount > reading.count
      ? context.createError({
          path: 'stuckCount',
          message: 'More stayed stuck than were lifted: check both numbers.',
        })
      : true,
  );

export type Plan = InferType<typeof planSchema>;
export type Level = Plan['levels'][number];
export type Group = Plan['groups'][number];
export type NewInvestigation = InferType<typeof newInvestigationSchema>;
export type PlanUpdate = InferType<typeof planUpdateSchema>;
export type DesignUpdate = InferType<typeof designUpdateSchema>;
export type PredictionBody = InferType<typeof predictionSchema>;
export type ReadingBody = InferType<typeof readingSchema>;
