import { CoreError } from '../../errors.js';
import { formatQuantity, parseQuantity, UNITS, type QuantityKind } from '../../quantities/index.js';
import { INSTRUMENTS, type InstrumentKind } from './instruments.js';

/** What Nab sends, each in a line by itself. */
export const ASK_NAME = 'name?';
export const ASK_READING = 'read?';
export const SET_ZERO = 'zero';

/** What an instrument sends in a line. */
export type InstrumentMessage =
  | {
      readonly kind: 'reading';
      readonly quantity: QuantityKind;
      /** SI. */
      readonly value: number;
      /** Number and unit as they came. */
      readonly text: string;
      /** False while it still moves. */
      readonly steady: boolean;
    }
  | { readonly kind: 'name'; readonly instrument: InstrumentKind; readonly name: string }
  | { readonly kind: 'error'; readonly text: string }
  | { readonly kind: 'unreadable'; readonly text: string };

/** Longest line that is read; what is longer is no line of an instrument. */
const LONGEST = 120;
const SIGNIFICANT = 6;

const QUANTITIES: ReadonlySet<string> = new Set(Object.keys(UNITS));
const NAME = /^name\s+([a-z-]+)(?:\s+(.+))?$/;
const READING = /^([a-zA-Z]+)\s+([-−+]?)(\d+(?:[.,]\d+)?)\s*(\S+?)(?:\s+(steady|moving))?$/;

/**
 * A line of the plain-text protocol of `docs/formats.md`, without its end.
 * @returns null for an empty line and a remark (`# …`).
 */
export function readLine(line: string): InstrumentMessage | null {
  const text = line.trim();
  if (text === '' || text.startsWith('#')) return null;
  const unreadable = { kind: 'unreadable', text: text.slice(0, LONGEST) } as const;
  if (text.length > LONGEST) return unreadable;
  if (text.startsWith('error ')) return { kind: 'error', text: text.slice(6).trim() };
  const named = NAME.exec(text);
  if (named) {
    const [, kind = '', name = ''] = named;
    if (!Object.hasOwn(INSTRUMENTS, kind)) return unreadable;
    const instrument = kind as InstrumentKind;
    return { kind: 'name', instrument, name: name || INSTRUMENTS[instrument].name };
  }
  const [, quantity = '', sign = '', number = '', unit = '', state] = READING.exec(text) ?? [];
  if (!QUANTITIES.has(quantity)) return unreadable;
  const value = siOf(quantity as QuantityKind, sign, number, unit);
  if (value === null) return unreadable;
  return {
    kind: 'reading',
    quantity: quantity as QuantityKind,
    value,
    text: `${sign === '+' ? '' : sign}${number} ${unit}`,
    steady: state !== 'moving',
  };
}

/** SI; null for a unit that the quantity does not have. */
function siOf(quantity: QuantityKind, sign: string, number: string, unit: string): number | null {
  const minus = sign === '-' || sign === '−';
  try {
    // Only temperatures lie below nothing by themselves; a scale shows −0.1 g all the same.
    if (quantity === 'temperature') {
      return parseQuantity(`${minus ? '-' : ''}${number} ${unit}`, quantity).si;
    }
    const { si } = parseQuantity(`${number} ${unit}`, quantity);
    return minus ? -si : si;
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

/** A reading as a line. @param value SI. */
export function readingLine(
  quantity: QuantityKind,
  value: number,
  unit: string,
  steady: boolean,
): string {
  const shown = formatQuantity(value, quantity, unit, SIGNIFICANT);
  return `${quantity} ${shown} ${steady ? 'steady' : 'moving'}`;
}

export const nameLine = (instrument: InstrumentKind, name: string): string =>
  `name ${instrument} ${name}`;
