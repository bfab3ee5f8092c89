import { array, boolean, number, object, string, type Schema } from 'yup';
import { experimentDocumentSchema, type ExperimentDocument } from '../../experiments/index.js';
import { uuid } from '../../fields/index.js';
import { check, type FieldError } from '../../problem/index.js';
import { planSchema, type Plan } from './plan.js';
import { pollSchema, type Poll } from './poll.js';
import { instant, predictionSchema, readingSchema } from './reading.js';
import type { Investigation, Prediction, Reading } from './resources.js';

export const PORTABLE_FORMAT = 'nab-investigation';

/** A record that travels: in the order of arrival, without the number that only one server knows. */
export type Portable<T extends { readonly arrival: number }> = Omit<T, 'arrival'>;

/**
 * An investigation whole, as it goes from one Nab to another: what it asks, on what, and every
 * prediction, reading and vote with its id. Versions, earlier states and rooms stay where they are.
 */
export interface PortableInvestigation {
  readonly format: typeof PORTABLE_FORMAT;
  readonly version: 1;
  readonly id: string;
  readonly demo: boolean;
  readonly rehearsalOf: string | null;
  readonly plan: Plan;
  readonly design: { readonly id: string; readonly design: ExperimentDocument };
  readonly predictions: readonly Portable<Prediction>[];
  readonly readings: readonly Portable<Reading>[];
  readonly polls: readonly Poll[];
}

const withoutArrival = <T extends { readonly arrival: number }>({
  arrival: _,
  ...rest
}: T): Portable<T> => rest;

export function portableOf({
  id,
  demo,
  rehearsalOf,
  plan,
  design,
  predictions,
  readings,
  polls,
}: Investigation): PortableInvestigation {
  return {
    format: PORTABLE_FORMAT,
    version: 1,
    id,
    demo,
    rehearsalOf,
    plan,
    design: { id: design.id, design: design.design },
    predictions: predictions.map(withoutArrival),
    readings: readings.map(withoutArrival),
    polls,
  };
}

/** Its text: keys in the order of the alphabet, so that the same investigation is the same bytes. */
export function portableText(portable: PortableInvestigation): string {
  return `${JSON.stringify(sorted(portable), null, 1)}\n`;
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).filter(([, inner]) => inner !== undefined);
  entries.sort(([p], [q]) => (p < q ? -1 : 1));
  return Object.fromEntries(entries.map(([key, inner]) => [key, sorted(inner)]));
}

const MOST_RECORDS = 200_000;
const records = () => array().max(MOST_RECORDS, 'These are more than Nab keeps.').defined();

/** All but the records, which have schemas of their own. */
const frameSchema = object({
  format: string()
    .oneOf([PORTABLE_FORMAT], 'This is no investigation that Nab handed on.')
    .required(),
  version: number().oneOf([1], 'It was handed on by a newer Nab than this one.').required(),
  id: uuid(),
  demo: boolean().required(),
  rehearsalOf: uuid().nullable().defined(),
  plan: planSchema.required(),
  design: object({ id: uuid(), design: experimentDocumentSchema }).noUnknown().required(),
  predictions: records(),
  readings: records(),
  polls: records(),
})
  .noUnknown()
  .required() as unknown as Schema<PortableInvestigation>;

const arrivedSchema = object({ id: uuid(), receivedAt: instant() });
const telephonesSchema = object({
  id: uuid(),
  telephones: array(number().integer().min(0).max(9999).required()).required(),
});

interface Checked {
  readonly ok: true;
  readonly value: PortableInvestigation;
}
interface Refused {
  readonly ok: false;
  readonly errors: readonly FieldError[];
}

/** Records that are checked before others are let in between. */
const AT_A_TIME = 100;
/** Nobody reads more. */
const MOST_ERRORS = 20;

/**
 * Checks what was handed on: its parts against the schemas of forms and tablets, and that every
 * record has a place in the plan.
 * @param pause lets others in now and then: there may be thousands of records.
 */
export async function checkPortable(
  value: unknown,
  pause: () => Promise<unknown>,
): Promise<Checked | Refused> {
  const frame = check(frameSchema, value);
  if (!frame.ok) return frame;
  const whole = frame.value;
  const errors: FieldError[] = [];
  const places = placesOf(whole.plan);
  const seen = new Set<string>();
  const origins = new Map<string, Portable<Reading>>();
  let done = 0;
  const each = async <T extends object>(
    name: 'predictions' | 'readings' | 'polls',
    list: readonly T[],
    own: readonly (keyof T)[],
    schemas: { readonly arrived: Schema<unknown>; readonly body: Schema<unknown> },
    more: (record: T) => FieldError | null,
  ): Promise<void> => {
    for (const [i, record] of list.entries()) {
      if (errors.length >= MOST_ERRORS) return;
      if (++done % AT_A_TIME === 0) await pause();
      const at = `${name}[${i}]`;
      const [arrived, body] = split(record, own);
      const faults = [schemas.arrived, schemas.body].flatMap((schema, part) => {
        const found = check(schema, part === 0 ? arrived : body);
        return found.ok ? [] : found.errors;
      });
      const { id } = record as { id?: unknown };
      const twice = typeof id === 'string' && seen.has(id.toLowerCase());
      if (typeof id === 'string') seen.add(id.toLowerCase());
      if (twice) faults.push({ path: 'id', message: 'This id is there twice.' });
      const fault = faults.length > 0 ? null : more(record);
      for (const { path, message } of fault ? [fault] : faults) {
        errors.push({ path: path ? `${at}.${path}` : at, message });
      }
    }
  };
  const record = { arrived: arrivedSchema as Schema<unknown> };
  await each(
    'predictions',
    whole.predictions,
    ['id', 'receivedAt'],
    { ...record, body: predictionSchema },
    places,
  );
  await each(
    'readings',
    whole.readings,
    ['id', 'receivedAt'],
    { ...record, body: readingSchema },
    (reading) => {
      origins.set(reading.id, reading);
      const of = reading.corrects === null ? reading : origins.get(reading.corrects);
      const same =
        of?.groupId === reading.groupId &&
        of.levelId === reading.levelId &&
        of.seriesId === reading.seriesId;
      if (!same) return { path: 'corrects', message: 'What it corrects is not there before it.' };
      return places(reading);
    },
  );
  await each(
    'polls',
    whole.polls,
    ['id', 'telephones'],
    { arrived: telephonesSchema as Schema<unknown>, body: pollSchema },
    (poll) =>
      poll.telephones.length === poll.choices.length
        ? places({ ...poll, groupId: null })
        : { path: 'telephones', message: 'One number for each choice.' },
  );
  return errors.length === 0 ? { ok: true, value: whole } : { ok: false, errors };
}

/** Whether group, level and line are of a plan. */
function placesOf({ levels, series, groups }: Plan) {
  const ids = (list: readonly { readonly id: string }[]): Set<string> =>
    new Set(list.map(({ id }) => id));
  const [known, lines, members] = [ids(levels), ids(series?.levels ?? []), ids(groups)];
  return (at: {
    readonly groupId: string | null;
    readonly levelId: string;
    readonly seriesId: string | null;
  }): FieldError | null => {
    if (!known.has(at.levelId)) return { path: 'levelId', message: 'There is no such level.' };
    if (series === null ? at.seriesId !== null : !lines.has(at.seriesId ?? '')) {
      return { path: 'seriesId', message: 'There is no such line.' };
    }
    if (at.groupId !== null && !members.has(at.groupId)) {
      return { path: 'groupId', message: 'There is no such group.' };
    }
    return null;
  };
}

function split<T extends object>(record: T, own: readonly (keyof T)[]): [Partial<T>, Partial<T>] {
  const entries = Object.entries(record ?? {});
  const isOwn = ([key]: [string, unknown]): boolean => (own as readonly string[]).includes(key);
  return [
    Object.fromEntries(entries.filter(isOwn)) as Partial<T>,
    Object.fromEntries(entries.filter((entry) => !isOwn(entry))) as Partial<T>,
  ];
}
