import { formatNumber, formatQuantity } from '@nab/core/quantities';
import { SMALL_OBJECTS, type SmallObjectId } from '@nab/core/physics';
import type { Band } from '@nab/core/statistics';
import type { LengthUnits } from './units.js';

/** A predicted count as people say it: whole above three, one decimal below. */
export function countText(count: number): string {
  return count >= 3 ? String(Math.round(count)) : formatNumber(Math.round(count * 10) / 10, 2);
}

/** A number of things, such as `1 group`. */
export function howMany(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/** The band of a count, such as `5–32`. */
export function bandText({ low, high }: Band): string {
  const [from, to] = [Math.floor(low), Math.ceil(high)];
  return from === to ? String(from) : `${from}–${to}`;
}

export function objectWord(
  { object, ownName }: { readonly object: SmallObjectId; readonly ownName?: string | undefined },
  count: number,
): string {
  if (object === 'own' && ownName) return ownName;
  const { one, many } = SMALL_OBJECTS[object];
  return Math.round(count) === 1 ? one : many;
}

export function secondsText(seconds: number): string {
  if (!Number.isFinite(seconds)) return 'no limit';
  if (seconds < 120) return `${Math.floor(seconds)} s`;
  return `${Math.floor(seconds / 60)} min`;
}

/** Inches in a foot; below two feet, wire is said in inches. */
const FOOT = 12;
const INCH_M = 0.0254;

/** A length of wire in the unit that suits it and who reads it; what is cut is never too short. */
export function wireText(metres: number, units: LengthUnits = 'metric'): string {
  if (units === 'imperial') {
    const inches = Math.ceil(metres / INCH_M - 1e-6);
    const [feet, rest] = [Math.floor(inches / FOOT), inches % FOOT];
    if (inches < 2 * FOOT) return `${inches} in`;
    return rest === 0 ? `${feet} ft` : `${feet} ft ${rest} in`;
  }
  return Math.ceil(metres * 100) < 100
    ? `${Math.ceil(metres * 100)} cm`
    : `${(Math.ceil(metres * 100) / 100).toFixed(2)} m`;
}

export function percentText(share: number): string {
  return `${Math.round(share * 100)} %`;
}

/** A mass to be held, kg, in the unit that suits it. */
export function massText(mass: number, digits = 3): string {
  return formatQuantity(mass, 'mass', mass >= 1 ? 'kg' : 'g', digits);
}

/** `a`, `a and b`, `a, b and c`. */
export const listText = (items: readonly string[]): string =>
  items.length < 2
    ? (items[0] ?? '')
    : `${items.slice(0, -1).join(', ')} and ${items[items.length - 1]!}`;
