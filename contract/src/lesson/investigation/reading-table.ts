import { CoreError } from '@nab/core/errors';
import {
  factorOf,
  levelName,
  measureOf,
  parseLevel,
  type Axis,
  type FactorId,
  type LevelValue,
  type Outcome,
} from '@nab/core/lesson';
import { parseQuantity } from '@nab/core/quantities';
import { array, object, type Schema } from 'yup';
import { uuid, version } from '../../fields/index.js';
import { check } from '../../problem/index.js';
import { planSchema, type Level, type Plan } from './plan.js';
import { exists, readingSchema, type ReadingBody } from './reading.js';

/** What a column of somebody's table may hold. */
export const TABLE_ROLES = {
  level: 'Level',
  series: 'Line',
  group: 'Group',
  reading: 'Reading',
  dropped: 'First load that dropped',
  off: 'Count with the current off',
  stuck: 'Stayed stuck',
  when: 'Date and time',
  note: 'Note',
  withdrawn: 'Left out (yes or no)',
} as const;
export type TableRole = keyof typeof TABLE_ROLES;

/** How a table is read. */
export interface TableReading {
  /** Position of the column of each role that there is. */
  readonly columns: Partial<Readonly<Record<TableRole, number>>>;
  /** Whether the first row names the columns. */
  readonly head: boolean;
  /** Units of numbers without one. */
  readonly levelUnit: string;
  readonly unit: string;
  /** Whose rows they are that name no group. */
  readonly groupId: string;
  /** Whether levels and groups that the plan has not are added to it. */
  readonly add: boolean;
}

/** What is wrong in a row, counted as spreadsheets count. */
export interface TableFault {
  readonly row: number;
  readonly column: number | null;
  readonly message: string;
}

export interface ReadTable {
  /** One for each row that can be used, in the order of rows. */
  readonly readings: readonly ReadingBody[];
  readonly faults: readonly TableFault[];
  /** Rows that are empty or marked as left out. */
  readonly skipped: number;
  /** The plan with what was added to it; null where it stays as it is. */
  readonly plan: Plan | null;
  /** Names of what was added. */
  readonly added: readonly string[];
}

/** Rows that one table may bring. */
export const MOST_ROWS = 5000;

/**
 * Reads a table of readings against a plan. A comma in a number is a decimal comma.
 * @param rows cells as text. @param newId makes ids of what is added. @param now ISO 8601, for rows
 *   that do not say when.
 */
export function readTable(
  rows: readonly (readonly string[])[],
  how: TableReading,
  plan: Plan,
  newId: () => string,
  now: string,
): ReadTable {
  const faults: TableFault[] = [];
  const added: string[] = [];
  const readings: ReadingBody[] = [];
  const levels = [...plan.levels];
  const lines = [...(plan.series?.levels ?? [])];
  const groups = [...plan.groups];
  let skipped = 0;
  const levelIn = (factor: FactorId, list: Level[], text: string, unit: string): Level => {
    const { axis } = factorOf(factor);
    const typed = withUnit(axis, text, unit);
    const known = levelCalled(axis, list, typed);
    if (known) return known;
    const value = parseLevel(axis, typed);
    if (!how.add || axis.kind === 'designs') {
      throw new RowFault(`There is no level “${levelName(axis, value)}” in the plan.`);
    }
    const level = { id: newId(), value: typed };
    list.push(level);
    added.push(levelName(axis, value));
    return level;
  };
  const groupIn = (text: string): string => {
    if (text === '') return how.groupId;
    const same = groups.find(({ name }) => name.trim().toLowerCase() === text.toLowerCase());
    if (same) return same.id;
    if (!how.add) throw new RowFault(`There is no group “${text}” in the plan.`);
    const group = { id: newId(), name: text };
    groups.push(group);
    added.push(text);
    return group.id;
  };
  rows.forEach((cells, i) => {
    if (i === 0 && how.head) return;
    const at = (role: TableRole): string => {
      const column = how.columns[role];
      return column === undefined ? '' : (cells[column] ?? '').trim();
    };
    if (cells.every((cell) => cell.trim() === '') || YES.includes(at('withdrawn').toLowerCase())) {
      skipped++;
      return;
    }
    let role: TableRole = 'level';
    try {
      const level = levelIn(
        plan.factor,
        levels,
        need(at('level'), 'The level is missing.'),
        how.levelUnit,
      );
      role = 'series';
      const line = plan.series
        ? levelIn(plan.series.factor, lines, need(at('series'), 'The line is missing.'), '')
        : null;
      role = 'group';
      const groupId = groupIn(at('group'));
      role = 'reading';
      const outcome = outcomeOf(plan, at, how.unit);
      role = 'when';
      const body: ReadingBody = {
        groupId,
        levelId: level.id,
        seriesId: line?.id ?? null,
        outcome,
        onTime_s: null,
        model: null,
        flags: [],
        note: at('note').slice(0, 500),
        actor: 'educator',
        recordedAt: at('when') === '' ? now : momentOf(at('when')),
        corrects: null,
        reason: null,
        withdrawn: false,
      };
      const checked = check(readingSchema, body);
      if (checked.ok) {
        readings.push(checked.value);
        return;
      }
      for (const { path, message } of checked.errors) {
        const column = how.columns[roleOf(path)] ?? null;
        faults.push({ row: i + 1, column, message });
      }
    } catch (error) {
      if (!(error instanceof RowFault || error instanceof CoreError)) throw error;
      faults.push({ row: i + 1, column: how.columns[role] ?? null, message: error.message });
    }
  });
  const changed: Plan = {
    ...plan,
    levels,
    groups,
    series: plan.series && { ...plan.series, levels: lines },
  };
  if (added.length > 0) {
    const whole = check(planSchema as unknown as Schema<Plan>, changed);
    if (!whole.ok) {
      for (const { message } of whole.errors) faults.push({ row: 1, column: null, message });
    }
  }
  return { readings, faults, skipped, added, plan: added.length > 0 ? changed : null };
}

/** What is wrong in a row, in words. */
class RowFault extends Error {}

function need(text: string, message: string): string {
  if (text === '') throw new RowFault(message);
  return text;
}

const YES = ['yes', 'true', '1', 'held', 'y', 'x'];
const NO = ['no', 'false', '0', 'dropped', 'n', ''];

/** A number that says no unit, with the one that it is in. */
const withUnit = (axis: Axis, text: string, unit: string): string =>
  axis.kind === 'quantity' && unit !== '' && isNumber(text) ? `${text} ${unit}` : text;

const isNumber = (text: string): boolean => /^[-−+]?\d+(?:[.,]\d+)?$/.test(text);

function levelCalled(axis: Axis, list: readonly Level[], text: string): Level | null {
  const plain = text.toLowerCase();
  const parsed = (typed: string): LevelValue | null => {
    try {
      return parseLevel(axis, typed);
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  };
  const wanted = parsed(text);
  return (
    list.find((level) => {
      if (level.value.trim().toLowerCase() === plain) return true;
      const value = parsed(level.value);
      if (value === null) return false;
      if (levelName(axis, value).toLowerCase() === plain) return true;
      if (wanted === null) return false;
      return typeof value === 'number' && typeof wanted === 'number'
        ? Math.abs(value - wanted) <= 1e-9 * Math.abs(value)
        : String(value).toLowerCase() === String(wanted).toLowerCase();
    }) ?? null
  );
}

function outcomeOf(plan: Plan, at: (role: TableRole) => string, unit: string): Outcome {
  const measure = measureOf(plan.measure);
  const text = at('reading');
  const si = (typed: string): number =>
    measure.quantity === null
      ? numberOf(typed)
      : parseQuantity(typed, measure.quantity, unit || measure.unit).si;
  const typedOf = (typed: string): string =>
    isNumber(typed) ? `${typed} ${unit || measure.unit}`.trim() : typed;
  switch (measure.data) {
    case 'count': {
      const counted = (role: TableRole): number | null =>
        at(role) === '' ? null : numberOf(at(role));
      const count = numberOf(need(text, 'The reading is missing.'));
      return { kind: 'count', count, parts: null, off: counted('off'), stuck: counted('stuck') };
    }
    case 'number':
      return {
        kind: 'number',
        value: si(need(text, 'The reading is missing.')),
        typed: typedOf(text),
      };
    case 'interval': {
      const held = si(need(text, 'The last load that held is missing.'));
      const dropped = at('dropped') === '' ? null : si(at('dropped'));
      const typed = [text, at('dropped')].filter(Boolean).map(typedOf).join(' / ');
      return { kind: 'interval', held, dropped, typed };
    }
    case 'yes-no': {
      const word = need(text, 'The reading is missing.').toLowerCase();
      if (!YES.includes(word) && !NO.includes(word)) throw new RowFault('Write yes or no.');
      return { kind: 'yes-no', yes: YES.includes(word) };
    }
    case 'objects': {
      const names = text.split(/[;,]/).map((name) => name.trim().toLowerCase());
      const unknown = names.find(
        (name) =>
          name !== '' && !plan.objects.some((one) => one.name.trim().toLowerCase() === name),
      );
      if (unknown !== undefined) throw new RowFault(`There is no object “${unknown}” in the plan.`);
      const lifted = plan.objects.map(({ id, name }) => {
        return [id, names.includes(name.trim().toLowerCase())] as const;
      });
      return { kind: 'objects', lifted: Object.fromEntries(lifted) };
    }
    case 'words':
      return { kind: 'words', text: need(text, 'The sentence is missing.') };
  }
}

function numberOf(text: string): number {
  if (!isNumber(text)) throw new RowFault(`“${text}” is no number.`);
  return Number(text.replace('−', '-').replace(',', '.'));
}

/** A moment as spreadsheets write it, ISO 8601 or without a zone, which is then this device's. */
function momentOf(text: string): string {
  const day = /^\d{4}-\d\d-\d\d(?:[T ]\d\d:\d\d(?::\d\d(?:\.\d+)?)?(?:Z|[+-]\d\d:?\d\d)?)?$/;
  const iso = text.replace(' ', 'T');
  if (!day.test(text) || !exists(iso)) {
    throw new RowFault('Write date and time as 2026-11-30 09:15, or leave the column out.');
  }
  return new Date(iso).toISOString();
}

/** The column that a fault of a reading comes from. */
function roleOf(path: string): TableRole {
  if (path.startsWith('outcome.dropped')) return 'dropped';
  if (path.startsWith('outcome.off')) return 'off';
  if (path.startsWith('outcome.stuck')) return 'stuck';
  return path === 'note' ? 'note' : path === 'recordedAt' ? 'when' : 'reading';
}

/** Column headings that are recognised, besides the name of the role. */
const HEADS: Readonly<Record<TableRole, RegExp>> = {
  level: /^(level|levels)$/i,
  series: /^(series|line|lines)$/i,
  group: /^(group|team|bench)$/i,
  reading: /^(reading|value|count|counted|lifted|result|held)$/i,
  dropped: /^dropped$/i,
  off: /^(off_count|off)$/i,
  stuck: /^(stuck_count|stuck)$/i,
  when: /^(recorded_at|when|date|time)$/i,
  note: /^(note|notes|remark)$/i,
  withdrawn: /^(withdrawn|left out)$/i,
};

/**
 * Columns that their heads give away, and the units in brackets there.
 * @param heads the table's first row.
 */
export function guessColumns(
  heads: readonly string[],
  plan: Plan,
): Pick<TableReading, 'columns' | 'levelUnit' | 'unit'> {
  const measure = measureOf(plan.measure);
  const { axis, name: factorName } = factorOf(plan.factor);
  const own = axis.kind === 'number' && axis.unit ? axis.unit : factorName;
  const named = heads.map((head) => {
    const [, name = '', unit = ''] = /^(.*?)\s*(?:\(([^)]*)\))?\s*$/.exec(head) ?? [];
    return { name: name.trim(), unit };
  });
  const columns: Partial<Record<TableRole, number>> = {};
  for (const role of Object.keys(TABLE_ROLES) as TableRole[]) {
    const fits = ({ name }: { name: string }): boolean =>
      HEADS[role].test(name) ||
      (role === 'level' && name.toLowerCase() === own.toLowerCase()) ||
      (role === 'reading' && name.toLowerCase() === measure.axis.toLowerCase());
    // Of a load the last that held is the reading, not the empty column before it.
    const at =
      role === 'reading' && measure.data === 'interval'
        ? named.findIndex(({ name }) => /^held$/i.test(name))
        : named.findIndex(fits);
    if (at >= 0) columns[role] = at;
  }
  const unitAt = (column: number | undefined): string =>
    column === undefined ? '' : (named[column]?.unit ?? '');
  return {
    columns,
    levelUnit: unitAt(columns.level) || (axis.kind === 'quantity' ? axis.unit : ''),
    unit: unitAt(columns.reading) || measure.unit,
  };
}

/** Readings that a table brings, with the plan that they need; null where it stays as it is. */
export interface BroughtIn {
  readonly version: number;
  readonly plan: Plan | null;
  readonly readings: readonly { readonly id: string; readonly reading: ReadingBody }[];
}

export const broughtInSchema = object({
  version: version(),
  plan: planSchema.nullable().defined(),
  readings: array(object({ id: uuid(), reading: readingSchema }).noUnknown().required())
    .min(1, 'There is nothing to bring in.')
    .max(MOST_ROWS, `At most ${MOST_ROWS} rows.`)
    .required(),
})
  .noUnknown()
  .required() as unknown as Schema<BroughtIn>;
