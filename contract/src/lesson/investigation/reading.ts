import { array, lazy, mixed, number, object, string, type Schema } from 'yup';
import { VERDICTS, type KeptPrediction, type Outcome, type Verdict } from '@nab/core/lesson';
import { MOST_OBJECTS } from './plan.js';
import { choice, count, filledText, text, uuid } from '../../fields/index.js';

/** Who made a record: the educator, a group at its bench, the board, or a rehearsal without a class. */
export type Actor = 'educator' | 'group' | 'board' | 'rehearsal';

export const ACTORS: Readonly<Record<Actor, string>> = {
  educator: 'Educator',
  group: 'Group',
  board: 'Board',
  rehearsal: 'Rehearsal',
};

/** By whom; a group where nothing is said, as it was before there were others. */
export const actor = () => choice<Actor>(ACTORS, 'who it was');

/** What was odd about a trial; it stays with the reading, which counts like any other. */
export const FLAGS = {
  'lead-loose': 'A lead was loose',
  'half-seated': 'It sat crooked',
  'dropped-moving': 'Some dropped while it was moved',
} as const;

export type Flag = keyof typeof FLAGS;

/** None where nothing is said, as before there were any. */
const flags = () =>
  array(choice<Flag>(FLAGS, 'what was odd').required())
    .max(Object.keys(FLAGS).length, 'Each once.')
    .default([]);

const flag = () =>
  mixed<boolean>((value): value is boolean => typeof value === 'boolean')
    .defined()
    .meta({ jsonSchema: { type: 'boolean' } });

/**
 * First and last moment that is taken, in UTC: within them every zone writes a year of four digits, so
 * that what is stored can be written, read and put back.
 */
const FIRST = Date.parse('0001-01-02T00:00:00Z');
const LAST = Date.parse('9999-12-30T00:00:00Z');

/**
 * When something happened at the bench, as its clock had it: ISO 8601 with a zone, of a day that
 * exists. A clock may be wrong by any number of years; a reading is not lost by that.
 */
export const instant = () =>
  string()
    .matches(
      /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,9})?(Z|[+-](0\d|1[0-3]):[0-5]\d|[+-]14:00)$/,
      'Must be a date and time with its zone, ISO 8601.',
    )
    .test('exists', 'There is no such day or time.', (value: unknown) =>
      typeof value === 'string' ? exists(value) : true,
    )
    .defined();

/** Whether a text that begins as `2026-11-30` names a moment of a day that there is, within the range. */
export function exists(iso: string): boolean {
  const moment = Date.parse(iso);
  if (!(moment >= FIRST && moment <= LAST)) return false;
  // 30 February is read as 2 March by some.
  const [year, month, day] = iso.slice(0, 10).split('-').map(Number) as [number, number, number];
  return new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day;
}

const finite = (min: number, max: number) =>
  number()
    .typeError('Type a number.')
    .min(min, `Cannot be less than ${min}.`)
    .max(max, `At most ${max}.`);

const ofKind = <K extends Outcome['kind']>(kind: K) => string<K>().oneOf([kind]).defined();

/** One reading by the kind of data that its measure gives. */
export const OUTCOME_SCHEMAS: { readonly [K in Outcome['kind']]: Schema } = {
  count: object({
    kind: ofKind('count'),
    count: count(MOST_OBJECTS).required('Type how many it were.'),
    parts: mixed<readonly number[]>((value): value is readonly number[] => Array.isArray(value))
      .nullable()
      .optional()
      .meta({ jsonSchema: { type: ['array', 'null'], items: { type: 'integer', minimum: 0 } } })
      .test(
        'parts',
        'The parts do not add up.',
        (parts, context) =>
          !Array.isArray(parts) ||
          (parts.length >= 2 &&
            parts.length <= 4 &&
            parts.every((part) => Number.isInteger(part) && part >= 0) &&
            parts.reduce((sum, part) => sum + part, 0) ===
              (context.parent as { count?: unknown }).count),
      ),
    /** Not all cells together held: it is more than that. */
    atLeast: flag().optional(),
    /** With the current off, before switching on. */
    off: count(MOST_OBJECTS).nullable().defined('Check with the current off first.'),
    /** Still on after switching off. */
    stuck: count(MOST_OBJECTS)
      .nullable()
      .defined('Type how many stayed stuck; 0 if none.')
      .test(
        'stuck',
        'More stayed stuck than were lifted: check both numbers.',
        (stuck, context) => {
          const { count: lifted } = context.parent as { count?: unknown };
          return typeof stuck !== 'number' || typeof lifted !== 'number' || stuck <= lifted;
        },
      ),
  }).noUnknown(),
  number: object({
    kind: ofKind('number'),
    value: finite(-1e9, 1e9).required('Type what was read.'),
    typed: filledText(40, 'Type what was read.'),
  }).noUnknown(),
  interval: object({
    kind: ofKind('interval'),
    held: finite(0, 1e5).required('Type the last load that held.'),
    dropped: finite(0, 1e5)
      .nullable()
      .defined()
      .test('above', 'It must drop more than it held.', (dropped, context) => {
        const { held } = context.parent as { held?: unknown };
        return typeof dropped !== 'number' || typeof held !== 'number' || dropped > held;
      }),
    typed: filledText(80, 'Type what was read.'),
  }).noUnknown(),
  'yes-no': object({ kind: ofKind('yes-no'), yes: flag() }).noUnknown(),
  objects: object({
    kind: ofKind('objects'),
    lifted: mixed<Record<string, boolean>>(
      (value): value is Record<string, boolean> =>
        typeof value === 'object' &&
        value !== null &&
        !Array.isArray(value) &&
        Object.keys(value).length <= 12 &&
        Object.entries(value).every(
          ([id, yes]) => /^[0-9a-f-]{36}$/i.test(id) && typeof yes === 'boolean',
        ),
    )
      .defined('Say of each object whether it was lifted.')
      .meta({ jsonSchema: { type: 'object', additionalProperties: { type: 'boolean' } } }),
  }).noUnknown(),
  words: object({
    kind: ofKind('words'),
    text: filledText(500, 'Write what you saw.'),
    verdict: string<Verdict>()
      .nullable()
      .optional()
      .oneOf([...VERDICTS, null], 'Was it as you said?'),
  }).noUnknown(),
};

const unknownKind = mixed<never>()
  .required('What was read is missing.')
  .test('kind', 'This is no reading of Nab’s.', () => false);

export const outcomeSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null | undefined)?.kind;
  const known = typeof kind === 'string' && Object.hasOwn(OUTCOME_SCHEMAS, kind);
  return (known ? OUTCOME_SCHEMAS[kind as Outcome['kind']] : unknownKind) as Schema<Outcome>;
});

/** What Nab predicted for a trial when it was made, SI. */
const modelSchema = object({
  value: finite(0, 1e9).required(),
  low: finite(0, 1e9).nullable().defined(),
  high: finite(0, 1e9).nullable().defined(),
})
  .noUnknown()
  .nullable()
  .defined();

/** What a group thinks will happen: a number (SI, or a count), or words. */
export interface PredictionBody {
  readonly groupId: string;
  readonly levelId: string;
  readonly seriesId: string | null;
  readonly value: number | null;
  readonly words: string | null;
  readonly actor: Actor;
  readonly recordedAt: string;
}

export const predictionSchema = object({
  groupId: uuid(),
  levelId: uuid(),
  seriesId: uuid().nullable(),
  value: finite(0, 1e9).nullable().defined(),
  words: text(1000).nullable().defined(),
  actor: actor(),
  recordedAt: instant(),
})
  .noUnknown()
  .required()
  .test('something', (body, context) => {
    if (typeof body?.value === 'number' || !nothingIn(body?.words)) return true;
    return context.createError({ path: 'value', message: 'Type the prediction first.' });
  }) as unknown as Schema<PredictionBody>;

/** One trial as read, or the correction of one. */
export interface ReadingBody {
  readonly groupId: string;
  readonly levelId: string;
  readonly seriesId: string | null;
  readonly outcome: Outcome;
  /** How long the current was on, s; null when it was not timed. */
  readonly onTime_s: number | null;
  readonly model: KeptPrediction | null;
  readonly flags: readonly Flag[];
  readonly note: string;
  readonly actor: Actor;
  readonly recordedAt: string;
  /** The reading this one corrects, and why; both or neither. */
  readonly corrects: string | null;
  readonly reason: string | null;
  /** A correction that takes the reading out instead of changing it. */
  readonly withdrawn: boolean;
}

export const readingSchema = object({
  groupId: uuid(),
  levelId: uuid(),
  seriesId: uuid().nullable(),
  outcome: outcomeSchema,
  onTime_s: finite(0, 3600).nullable().defined(),
  model: modelSchema,
  flags: flags(),
  note: text(500),
  actor: actor(),
  recordedAt: instant(),
  corrects: uuid().nullable(),
  reason: text(200).nullable().defined(),
  withdrawn: flag(),
})
  .noUnknown()
  .required()
  .test('correction', (reading, context) => {
    if (!reading) return true;
    const { corrects, reason, withdrawn } = reading as Partial<ReadingBody>;
    if (typeof corrects === 'string' && nothingIn(reason)) {
      return context.createError({ path: 'reason', message: 'Say why the reading is corrected.' });
    }
    if (corrects === null && withdrawn === true) {
      return context.createError({ path: 'withdrawn', message: 'Only a correction can withdraw.' });
    }
    return true;
  }) as unknown as Schema<ReadingBody>;

const nothingIn = (value: unknown): boolean => typeof value !== 'string' || value.trim() === '';
