import './locale.js';
import { number, string, type NumberSchema, type StringSchema } from 'yup';

/** One of a table’s keys. */
export function choice<T extends string>(
  options: Readonly<Record<T, unknown>>,
  what: string,
): StringSchema<T> {
  const ids = Object.keys(options) as T[];
  return string<T>()
    .oneOf(ids, `Choose ${what} from the list: ${ids.join(', ')}.`)
    .defined();
}

/** A whole number between two bounds. */
export function whole(min: number, max: number): NumberSchema<number> {
  const message = `Must be a whole number from ${min} to ${max}.`;
  return number()
    .typeError(message)
    .integer(message)
    .min(min, message)
    .max(max, message)
    .defined(message);
}

export const uuid = () => string().uuid('Must be a UUID.').defined();

/** A whole number, 0 to a most. */
export const count = (max: number) =>
  number()
    .typeError('Type a whole number.')
    .integer('Type a whole number.')
    .min(0, 'Cannot be less than 0.')
    .max(max, `At most ${max}.`);

/** The greatest version that a database column of its kind holds. */
const MOST_VERSIONS = 2 ** 31 - 2;

/** A change names the version that it was made from. */
export const version = (least = 1) =>
  number()
    .typeError('Must be a whole number.')
    .integer('Must be a whole number.')
    .min(least, `Must be ${least} or more.`)
    .max(MOST_VERSIONS, 'There are not so many versions.')
    .defined('The version the change was made from is missing.');
