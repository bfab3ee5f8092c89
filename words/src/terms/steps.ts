import { formatNumber, parseQuantity, UNITS, type QuantityKind } from '@nab/core/quantities';

/** A sensible step of the arrow keys, in the unit that was typed. */
const STEPS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 0.5,
  m: 0.1,
  in: 0.125,
  ft: 0.25,
  yd: 0.25,
  mil: 1,
  g: 0.1,
  kg: 0.1,
  mg: 10,
  oz: 0.1,
  lb: 0.1,
  V: 0.1,
  A: 0.1,
  Ω: 0.01,
  mΩ: 10,
  '°C': 1,
  '°F': 1,
  s: 1,
};

/**
 * The text one step up or down in its own unit, a gauge by one number toward thicker or thinner wire;
 * null when the text cannot be read.
 */
export function stepQuantity(text: string, kind: QuantityKind, direction: 1 | -1): string | null {
  let typed;
  try {
    typed = parseQuantity(text, kind);
  } catch {
    return null;
  }
  if (typed.unit === 'AWG' || typed.unit === 'SWG') {
    const gauge = /\d+/.exec(text)?.[0];
    // Thicker wire has the smaller number.
    return gauge === undefined ? null : `${Math.max(0, Number(gauge) - direction)} ${typed.unit}`;
  }
  const unit = UNITS[kind].find((u) => u.symbol === typed.unit);
  if (!unit) return null;
  const value = (typed.si - (unit.offset ?? 0)) / unit.scale;
  const step = kind === 'wireDiameter' && typed.unit === 'mm' ? 0.05 : (STEPS[typed.unit] ?? 1);
  const next = Math.max(kind === 'temperature' ? -Infinity : 0, value + direction * step);
  return `${formatNumber(Math.round(next * 1e6) / 1e6, 6)} ${typed.unit}`;
}

/** A number typed without a unit gets the unit that stood there before. */
export function completeUnit(text: string, kind: QuantityKind, before: string): string {
  const trimmed = text.trim();
  if (!/^[-−+]?[\d.,/\s]+$/.test(trimmed) || trimmed === '') return trimmed;
  try {
    return `${trimmed} ${parseQuantity(before, kind).unit}`;
  } catch {
    return `${trimmed} ${UNITS[kind][0]!.symbol}`;
  }
}
