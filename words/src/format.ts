import {
  formatNumber,
  formatQuantity,
  SMALL_OBJECTS,
  type Band,
  type SmallObjectId,
} from '@nab/core';

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
  return `${Math.floor(low)}–${Math.ceil(high)}`;
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

/** A length of wire in the unit that suits it. */
export function wireText(metres: number): string {
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
