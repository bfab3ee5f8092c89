import type { Plan } from '@nab/contract/lesson';
import { CoreError } from '@nab/core/errors';
import { factorOf, levelName, parseLevel, type FactorId } from '@nab/core/lesson';

/** A level in words, as it was typed where that has its unit; empty for no level. */
export function levelWords(plan: Plan, id: string | null): string {
  const level = plan.levels.find((one) => one.id === id);
  if (level) return typedLevel(plan.factor, level.value);
  const line = plan.series?.levels.find((one) => one.id === id);
  return line && plan.series ? typedLevel(plan.series.factor, line.value) : '';
}

/** Stands between a level and its line. */
export const BETWEEN = ' · ';

/** A level and its line together: `60 turns · 2 cells`. */
export function caseText(
  plan: Plan,
  { levelId, seriesId }: { readonly levelId: string; readonly seriesId: string | null },
): string {
  return [levelWords(plan, levelId), levelWords(plan, seriesId)].filter(Boolean).join(BETWEEN);
}

/** What was typed, with the unit or the name that belongs to it. */
export function typedLevel(factor: FactorId, text: string): string {
  const { axis } = factorOf(factor);
  try {
    const value = parseLevel(axis, text);
    // A quantity keeps the unit that it was typed in.
    return axis.kind === 'quantity' && /[^\d.,\s]/.test(text)
      ? text.trim()
      : levelName(axis, value);
  } catch (error) {
    if (error instanceof CoreError) return text;
    throw error;
  }
}
