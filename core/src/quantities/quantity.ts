import { CoreError } from '../errors.js';
import { awgDiameter, swgDiameter } from './gauges.js';
import { askWhichGauge, namedLength } from './named-sizes.js';
import { partsOf } from './parts.js';
import { UNITS, type QuantityKind, type Unit } from './units.js';

/** A quantity as the educator typed it, with what it means. */
export interface Quantity {
  readonly kind: QuantityKind;
  /** Value in SI (metres, kilograms, newtons, volts, amperes, ohms, kelvins, seconds). */
  readonly si: number;
  /** What was typed, trimmed; never rewritten. */
  readonly text: string;
  /** Unit that was typed: a symbol of {@link UNITS}, or 'AWG' or 'SWG'. */
  readonly unit: string;
}

/** Longest text that is read as a quantity: no bench needs more, and a message repeats it. */
const LONGEST = 80;

/**
 * Reads a quantity in any unit of its kind: `75 mm`, `0,4 mm`, `2 ft 6 in`, `1/4 in`, `22 AWG`,
 * `24 SWG`, `1.5 lb`, `M8`, `6d`, `7 thou`. Decimal point or comma; a comma is always decimal, never a thousands mark.
 * @param text as typed.
 * @param kind what it must be.
 * @param assumed unit symbol for a number typed without a unit; without it such a number is refused.
 * @throws CoreError QUANTITY_UNREADABLE (also for more than 80 characters) or GAUGE_UNKNOWN.
 */
export function parseQuantity(text: string, kind: QuantityKind, assumed?: string): Quantity {
  const trimmed = text.trim();
  if (trimmed.length > LONGEST) throw unreadable(`${trimmed.slice(0, LONGEST)} …`, kind);
  if (kind === 'wireDiameter') {
    const gauge = readGauge(trimmed);
    if (gauge) return { kind, text: trimmed, ...gauge };
    askWhichGauge(trimmed);
  }
  if (kind === 'length') {
    const named = namedLength(trimmed);
    if (named) return { kind, text: trimmed, ...named };
  }
  const parts = partsOf(trimmed);
  if (!parts) throw unreadable(trimmed, kind);
  let si = 0;
  let unitSymbol = '';
  parts.forEach(({ number: numberText, unit: unitText }, index) => {
    // 2 ft 6: what is said after feet is inches.
    const meant = index === 1 && unitSymbol === 'ft' ? 'in' : assumed;
    const unit = unitText === '' ? unitBySymbol(kind, meant) : unitNamed(kind, unitText);
    if (!unit) throw unreadable(trimmed, kind);
    // 2 ft 6 in adds up; every later part must be a positive length or mass of a smaller unit.
    if (index > 0 && (kind === 'temperature' || numberText.startsWith('-'))) {
      throw unreadable(trimmed, kind);
    }
    si += readNumber(numberText) * unit.scale + (unit.offset ?? 0);
    if (index === 0) unitSymbol = unit.symbol;
  });
  if (!Number.isFinite(si)) throw unreadable(trimmed, kind);
  return { kind, si, text: trimmed, unit: unitSymbol };
}

/**
 * Writes an SI value in a unit with a given number of significant digits, no exponent below 1e6.
 * @param unit symbol of {@link UNITS}; unknown symbols throw a RangeError.
 */
export function formatQuantity(
  si: number,
  kind: QuantityKind,
  unit: string = UNITS[kind][0]!.symbol,
  digits = 3,
): string {
  const found = unitBySymbol(kind, unit);
  if (!found) throw new RangeError(`no unit ${unit} for ${kind}`);
  // SI Brochure, 9th ed., 5.4.3: a space before every unit but the degree of an angle.
  const space = found.symbol === '°' ? '' : ' ';
  return `${formatNumber((si - (found.offset ?? 0)) / found.scale, digits)}${space}${found.symbol}`;
}

/** A number with so many significant digits, without exponent and without trailing zeros. */
export function formatNumber(value: number, digits = 3): string {
  if (!Number.isFinite(value)) return '–';
  if (value === 0) return '0';
  const magnitude = Math.floor(Math.log10(Math.abs(value)));
  const decimals = Math.max(0, Math.min(12, digits - 1 - magnitude));
  const fixed = value.toFixed(decimals);
  return (fixed.includes('.') ? fixed.replace(/\.?0+$/, '') : fixed).replace('-', '−');
}

function readNumber(text: string): number {
  const plain = text.replace('−', '-').replace(',', '.');
  const fraction = /^([-+]?)(?:(\d+)\s+)?(\d+)\/(\d+)$/.exec(plain);
  if (!fraction) return Number(plain);
  const [, sign, whole = '0', numerator, denominator] = fraction;
  const value = Number(whole) + Number(numerator) / Number(denominator);
  return sign === '-' ? -value : value;
}

function readGauge(text: string): { si: number; unit: string } | null {
  const match =
    /^(?:#\s*)?(\d+(?:\/0)?)\s*(awg|swg)$/i.exec(text) ?? /^(awg|swg)\s*(\d+(?:\/0)?)$/i.exec(text);
  if (!match) return null;
  const [first, second] = [match[1]!, match[2]!];
  const standard = (/^[as]wg$/i.test(first) ? first : second).toUpperCase();
  const gauge = /^[as]wg$/i.test(first) ? second : first;
  const number = gauge.endsWith('/0') ? 1 - Number(gauge.slice(0, -2)) : Number(gauge);
  return {
    si: standard === 'AWG' ? awgDiameter(number) : swgDiameter(number),
    unit: standard,
  };
}

function unitBySymbol(kind: QuantityKind, symbol: string | undefined): Unit | undefined {
  return UNITS[kind].find((unit) => unit.symbol === symbol);
}

function unitNamed(kind: QuantityKind, name: string): Unit | undefined {
  // Exact symbol first: 'mΩ' and 'MΩ' or 'm' and 'M' differ only by case.
  const lower = name.toLowerCase();
  return (
    unitBySymbol(kind, name) ??
    UNITS[kind].find((unit) => unit.symbol.toLowerCase() === lower || unit.aliases.includes(lower))
  );
}

function unreadable(text: string, kind: QuantityKind): CoreError {
  const examples: Record<QuantityKind, string> = {
    length: '75 mm, 7,5 cm or 3 in',
    wireDiameter: '0.4 mm, 26 AWG or 27 SWG',
    mass: '0.4 g or 1 lb',
    force: '5 N',
    voltage: '1.5 V',
    current: '2 A',
    resistance: '0.2 Ω',
    temperature: '20 °C or 68 °F',
    fluxDensity: '20 µT or 5 mT',
    time: '5 s',
    angle: '30°',
  };
  const what = text === '' ? 'Nothing was typed' : `“${text}” cannot be read`;
  return new CoreError('QUANTITY_UNREADABLE', `${what}. Write it like ${examples[kind]}.`, {
    text,
    kind,
  });
}
