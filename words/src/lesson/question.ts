import type { Plan, SheetReader } from '@nab/contract/lesson';
import { factorOf, measureOf } from '@nab/core/lesson';

/** The question of a plan in a sentence or two. */
export function questionText(plan: Plan, reader: SheetReader = 'full'): string {
  const measure = measureOf(plan.measure);
  const changed = [plan.factor, ...(plan.series ? [plan.series.factor] : [])].map((id) =>
    factorOf(id),
  );
  if (reader === 'plain') {
    return `We change ${changed.map(({ plainly }) => plainly).join(', and ')}. We look at ${measure.plainly}.`;
  }
  const all = changed.map(({ phrase }) => phrase).join(' and ');
  return `We change ${all}, and measure ${measure.phrase}. All else stays the same.`;
}
