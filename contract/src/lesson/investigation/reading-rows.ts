import type { OrderedReading } from '@nab/core/statistics';
import { object, string, type Schema } from 'yup';

/** One row of a plain table of readings, as typed. */
export interface ReadingRow {
  readonly level: string;
  readonly value: number;
  readonly group: string;
  readonly order: number | null;
  readonly censored: boolean;
}

/** What says in a table that a reading is “at least so much”. */
const AT_LEAST = ['', 'no', 'false', '0', 'yes', 'true', '1', 'at-least'];
const isNumber = (text: string): boolean => text.trim() !== '' && Number.isFinite(Number(text));

/** A row of `level,value[,group][,order][,censored]`, all as text. */
export const readingRowSchema = object({
  level: string().trim().max(80).required('The level is missing.'),
  value: string()
    .required('The value is missing.')
    .test('number', 'This is no number.', (text) => text === undefined || isNumber(text)),
  group: string().trim().max(80).default(''),
  order: string()
    .default('')
    .test('order', 'The order is a whole number.', (text) => /^\s*\d{0,6}\s*$/.test(text ?? '')),
  censored: string()
    .trim()
    .lowercase()
    .default('')
    .oneOf(AT_LEAST, 'Write yes where the reading is at least so much, or nothing.'),
}).required() as unknown as Schema<Readonly<Record<keyof ReadingRow, string>>>;

/** A row that the schema has let through, with numbers in it. */
export function toReadingRow(row: Readonly<Record<keyof ReadingRow, string>>): ReadingRow {
  const order = row.order.trim();
  return {
    level: row.level,
    value: Number(row.value),
    group: row.group,
    order: order === '' ? null : Number(order),
    censored: AT_LEAST.indexOf(row.censored) > 3,
  };
}

/** Rows as the statistics see them: levels that are all numbers have distances, others do not. */
export function toOrderedReadings(rows: readonly ReadingRow[]): {
  readings: OrderedReading[];
  levels: string[];
  graded: boolean;
} {
  const graded = rows.every(({ level }) => isNumber(level));
  const named = [...new Set(rows.map(({ level }) => level))];
  const levels = graded ? named.sort((p, q) => Number(p) - Number(q)) : named;
  const groups = [...new Set(rows.map(({ group }) => group))];
  const made = new Map<string, number>();
  const readings = rows.map((row): OrderedReading => {
    const before = made.get(row.group) ?? 0;
    made.set(row.group, before + 1);
    return {
      x: graded ? Number(row.level) : NaN,
      y: row.value,
      rightCensored: row.censored,
      level: levels.indexOf(row.level),
      group: groups.indexOf(row.group),
      order: row.order ?? before,
    };
  });
  return { readings, levels, graded };
}
