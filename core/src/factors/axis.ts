import { CoreError } from '../errors.js';
import {
  formatNumber,
  formatQuantity,
  parseQuantity,
  type QuantityKind,
} from '../quantities/index.js';

/** What the levels of a factor are. */
export type Axis =
  | {
      /** Typed with a unit, SI inside. */
      readonly kind: 'quantity';
      readonly quantity: QuantityKind;
      readonly unit: string;
      readonly min: number;
      readonly max: number;
      /** Words that may stand for a unit, such as sheets of paper, with what one is, SI. */
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
    }
  | {
      /** Each level is a design of its own, named. */
      readonly kind: 'designs';
    };

/** A level: a number (SI), the id of a kind, or the name of a design. */
export type LevelValue = number | string;

/** Whether levels stand in an order on a line. */
export const isGraded = (axis: Axis): boolean => axis.kind === 'quantity' || axis.kind === 'number';

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
      const lower = trimmed.toLowerCase();
      const id =
        axis.aliases?.[lower] ??
        Object.keys(axis.options).find(
          (key) => key === lower || axis.options[key]!.toLowerCase() === lower,
        );
      if (id !== undefined) return id;
      const names = Object.values(axis.options).join(', ');
      throw invalid(`Choose one from the list: ${names}.`, text);
    }
    case 'designs':
      if (trimmed !== '') return trimmed;
      throw invalid('Give the design a name.', text);
  }
}

/** A level in words with its unit: `60 turns`, `0.5 mm`, `Brass`. */
export function levelText(axis: Axis, value: LevelValue): string {
  if (axis.kind === 'kinds') return axis.options[value] ?? String(value);
  if (typeof value === 'string') return value;
  if (axis.kind === 'quantity') return formatQuantity(value, axis.quantity, axis.unit, 4);
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

/** A number on the axis in the axis's unit; NaN for kinds. */
export function axisNumber(axis: Axis, value: LevelValue): number {
  if (typeof value !== 'number') return NaN;
  if (axis.kind !== 'quantity') return value;
  return value / parseQuantity(`1 ${axis.unit}`, axis.quantity).si;
}

function rangeText(axis: Axis & { readonly min: number; readonly max: number }): string {
  return `${levelText(axis, axis.min)} to ${levelText(axis, axis.max)}`;
}

/** `3 sheets` where sheets are a word of the axis; undefined for anything else. */
function inWords(
  words: Readonly<Record<string, number>> | undefined,
  text: string,
): number | undefined {
  const [, count, word] = /^(\d+(?:[.,]\d+)?)\s*(\p{L}+)$/u.exec(text) ?? [];
  const one = words?.[word?.toLowerCase() ?? ''];
  return one === undefined ? undefined : Number(count!.replace(',', '.')) * one;
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

function invalid(message: string, text: string): CoreError {
  return new CoreError('LEVEL_INVALID', message, { text });
}
