import { CoreError } from '../../errors.js';
import {
  formatNumber,
  formatQuantity,
  parseQuantity,
  UNITS,
  type QuantityKind,
} from '../../quantities/index.js';

/** What the levels of a factor are. */
export type Axis =
  | {
      /** Typed with a unit, SI inside. */
      readonly kind: 'quantity';
      readonly quantity: QuantityKind;
      readonly unit: string;
      readonly min: number;
      readonly max: number;
      /** Words accepted as a unit, such as sheets of paper, with what one is, SI. */
      readonly words?: Readonly<Record<string, number>>;
    }
  | {
      /** A number without a unit of measure; `unit` is the word after it. */
      readonly kind: 'number';
      readonly unit: string;
      /** The word after 1. */
      readonly one?: string;
      readonly min: number;
      readonly max: number;
      readonly whole: boolean;
    }
  | {
      /** Named kinds in no order: their words by id. */
      readonly kind: 'kinds';
      readonly options: Readonly<Record<string, string>>;
      /** Other names that may be typed, lower case. */
      readonly aliases?: Readonly<Record<string, string>>;
      /** Whether a kind may bear a name of the class's own: `Teaspoon: stainless steel`. */
      readonly named?: boolean;
    }
  | {
      /** Each level is a design of its own, named. */
      readonly kind: 'designs';
    };

/** A level: a number (SI), the id of a kind (`brass`, `brass: Door key`), or the name of a design. */
export type LevelValue = number | string;

/** True if the levels are ordered numbers. */
export const isOrdered = (axis: Axis): boolean =>
  axis.kind === 'quantity' || axis.kind === 'number';

/**
 * Reads a level as typed: a quantity in any unit, a number with decimal point or comma, a kind by its
 * id, its name or another name, a design by its name.
 * @throws CoreError LEVEL_INVALID, QUANTITY_UNREADABLE, GAUGE_UNKNOWN.
 */
export function parseLevel(axis: Axis, text: string): LevelValue {
  const trimmed = text.trim();
  switch (axis.kind) {
    case 'quantity': {
      const si =
        inWords(axis.words, trimmed) ?? parseQuantity(trimmed, axis.quantity, axis.unit).si;
      // Slack: 0.3 m typed as 30 cm must not fail by rounding.
      const slack = 1e-9 * Math.max(Math.abs(axis.min), Math.abs(axis.max));
      if (si >= axis.min - slack && si <= axis.max + slack) return si;
      throw invalid(`Must be from ${rangeText(axis)}.`, text);
    }
    case 'number': {
      const word =
        axis.unit === '' ? '' : `\\s*(?:${escaped(axis.unit)}|${escaped(axis.one ?? axis.unit)})?`;
      const match = new RegExp(`^([-−]?\\d+(?:[.,]\\d+)?)${word}$`, 'i').exec(trimmed);
      const value = match ? Number(match[1]!.replace('−', '-').replace(',', '.')) : NaN;
      if (value >= axis.min && value <= axis.max && (!axis.whole || Number.isInteger(value))) {
        return value;
      }
      throw invalid(`Must be a ${axis.whole ? 'whole ' : ''}number from ${rangeText(axis)}.`, text);
    }
    case 'kinds': {
      const plain = kindCalled(axis, trimmed);
      if (plain !== null) return plain;
      const [, own, kind] = (axis.named && /^([^:]+?)\s*:\s*(.+)$/.exec(trimmed)) || [];
      const id = kind === undefined ? null : kindCalled(axis, kind);
      if (id !== null) return namedKind(id, own!);
      const names = Object.values(axis.options).join(', ');
      const how = axis.named ? ' A name of your own goes before it: “Door key: brass”.' : '';
      throw invalid(`Choose one from the list: ${names}.${how}`, text);
    }
    case 'designs':
      if (trimmed !== '') return trimmed;
      throw invalid('Give the design a name.', text);
  }
}

/** The level at a place of an axis, in the axis' unit; null where none can be. */
export function levelAt(axis: Axis, x: number): LevelValue | null {
  try {
    return parseLevel(axis, axis.kind === 'quantity' ? `${x} ${axis.unit}` : String(x));
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

/** A level of a kind that bears a name of its own. */
export const namedKind = (kind: string, own: string): string => `${kind}${NAMED}${own}`;

/** The kind of a level that may bear a name of its own. */
export const kindOf = (level: LevelValue): string => String(level).split(NAMED)[0]!;

/** A level in a word or two: what the class calls it, or what it is. */
export function levelName(axis: Axis, value: LevelValue): string {
  const [, own] = axis.kind === 'kinds' ? String(value).split(NAMED) : [];
  return own ?? levelText(axis, value);
}

/** A level in words with its unit: `60 turns`, `0.5 mm`, `Brass`, `Door key: brass`. */
export function levelText(axis: Axis, value: LevelValue): string {
  if (axis.kind === 'kinds') {
    const [id = '', own] = String(value).split(NAMED);
    const name = axis.options[id] ?? id;
    return own === undefined ? name : `${own}: ${name.toLowerCase()}`;
  }
  if (typeof value === 'string') return value;
  if (axis.kind === 'quantity') {
    if (!axis.words || !(axis.unit in axis.words)) {
      return formatQuantity(value, axis.quantity, axis.unit, 4);
    }
    const number = formatNumber(value / oneUnit(axis), 4);
    return `${number} ${number === '1' ? axisOne(axis) : axis.unit}`;
  }
  if (axis.kind === 'number') {
    const number = formatNumber(value, 4);
    if (axis.unit === '') return number;
    return axis.unit === '%'
      ? `${number} %`
      : `${number} ${value === 1 ? (axis.one ?? axis.unit) : axis.unit}`;
  }
  return String(value);
}

/** Unit of an axis, for its label; empty for kinds. */
export function axisUnit(axis: Axis): string {
  return axis.kind === 'quantity' || axis.kind === 'number' ? axis.unit : '';
}

/**
 * The unit in which levels were typed, where one suits all of them: feet for feet and inches.
 * @returns the axis's own unit where they differ or are no quantities, such as gauges of wire.
 */
export function commonUnit(axis: Axis, typed: readonly string[]): string {
  if (axis.kind !== 'quantity') return axisUnit(axis);
  const units = new Set(typed.map((text) => unitTyped(axis, text.trim())));
  const [one] = units;
  if (units.size === 1) return one ?? axis.unit;
  const isFeetAndInches =
    units.size > 0 && [...units].every((unit) => unit === 'ft' || unit === 'in');
  return isFeetAndInches ? 'ft' : axis.unit;
}

/** Null where it is none that numbers can be written in. */
function unitTyped(axis: Axis & { readonly kind: 'quantity' }, text: string): string | null {
  const counted = wordTyped(axis.words, text);
  // One word for one and for many: that of many.
  if (counted) return manyOf(axis.words!, counted.word);
  try {
    const { unit } = parseQuantity(text, axis.quantity, axis.unit);
    return UNITS[axis.quantity].some(({ symbol, offset }) => symbol === unit && !offset)
      ? unit
      : null;
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

const manyOf = (words: Readonly<Record<string, number>>, word: string): string =>
  Object.keys(words)
    .filter((other) => words[other] === words[word])
    .reduce((p, q) => (q.length > p.length ? q : p));

const oneOf = (words: Readonly<Record<string, number>>, word: string): string =>
  Object.keys(words)
    .filter((other) => words[other] === words[word])
    .reduce((p, q) => (q.length < p.length ? q : p));

/** One of the axis's unit, SI. */
const oneUnit = (axis: Axis & { readonly kind: 'quantity' }): number =>
  axis.words?.[axis.unit] ?? parseQuantity(`1 ${axis.unit}`, axis.quantity).si;

/** What a single one of an axis's unit is called: `ft`, `sheet`, `turn`; empty without a unit. */
export function axisOne(axis: Axis): string {
  if (axis.kind === 'number') return axis.one ?? axis.unit;
  if (axis.kind !== 'quantity') return '';
  return axis.words && axis.unit in axis.words ? oneOf(axis.words, axis.unit) : axis.unit;
}

/** A number on the axis in the axis's unit; NaN for kinds. */
export function axisNumber(axis: Axis, value: LevelValue): number {
  if (typeof value !== 'number') return NaN;
  if (axis.kind !== 'quantity') return value;
  return value / oneUnit(axis);
}

function rangeText(axis: Axis & { readonly min: number; readonly max: number }): string {
  return `${levelText(axis, axis.min)} to ${levelText(axis, axis.max)}`;
}

/** Between the id of a kind and a name of its own. */
const NAMED = ': ';

function kindCalled(axis: Axis & { readonly kind: 'kinds' }, text: string): string | null {
  const lower = text.toLowerCase();
  const aliased = Object.entries(axis.aliases ?? {}).find(([alias]) => alias === lower)?.[1];
  return (
    aliased ??
    Object.keys(axis.options).find(
      (key) => key === lower || axis.options[key]!.toLowerCase() === lower,
    ) ??
    null
  );
}

/** `3 sheets` where sheets are a word of the axis; undefined for anything else. */
function inWords(
  words: Readonly<Record<string, number>> | undefined,
  text: string,
): number | undefined {
  const typed = wordTyped(words, text);
  return typed && typed.count * words![typed.word]!;
}

function wordTyped(
  words: Readonly<Record<string, number>> | undefined,
  text: string,
): { count: number; word: string } | undefined {
  const [, count, typed = ''] = /^(\d+(?:[.,]\d+)?)\s*(\p{L}+)$/u.exec(text) ?? [];
  const word = typed.toLowerCase();
  return words?.[word] === undefined
    ? undefined
    : { count: Number(count!.replace(',', '.')), word };
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

function invalid(message: string, text: string): CoreError {
  return new CoreError('LEVEL_INVALID', message, { text });
}
