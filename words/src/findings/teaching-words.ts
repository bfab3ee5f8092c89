import type { Learnt, Teaching } from '@nab/contract/lesson';
import { formatNumber } from '@nab/core/quantities';
import type { ClassLearnt } from '@nab/core/statistics';

/** Φ⁻¹(0.975). */
const NORMAL_975 = 1.959963984540054;

/** A class that reads next to nothing is not told how little of it. */
const times = (factor: number): string =>
  factor < 0.01 ? 'less than 0.01' : formatNumber(factor, 2);
const classes = (n: number): string => (n === 1 ? 'one class' : `${n} classes`);

/** How much surer predictions are by it. */
const surer = ({ within, before }: Learnt): string =>
  `Nineteen of twenty classes then lie within a factor of ${times(within)} of it, instead of ${times(before)}.`;

/**
 * What a class has shown about the model by itself; null where nothing.
 * @param learnt what its predictions were adjusted by.
 */
export function shownText(own: ClassLearnt['own'], learnt: Learnt | null): string | null {
  if (own === null) return null;
  const mean = own.mean + Math.log(learnt?.factor ?? 1);
  const half = NORMAL_975 * Math.sqrt(own.variance);
  return `By itself this class read ${times(Math.exp(mean))} times what Nab’s model alone says (95 % interval ${times(Math.exp(mean - half))} to ${times(Math.exp(mean + half))}).`;
}

/** What predictions are adjusted by; null for the model alone. */
export function learntText(learnt: Learnt | null): string | null {
  if (learnt === null) return null;
  const { factor, low, high, classes: n } = learnt;
  return `Nab’s predictions here reckon with ${classes(n)} of this school: ${times(factor)} times the model (${times(low)} to ${times(high)}). ${surer(learnt)}`;
}

/** How the next prediction changes by what was kept. */
export function nextText({ next, trials }: Teaching, now: number): string {
  const { factor, classes: n } = next;
  const anew =
    now === trials ? '' : ` It was kept when there were ${trials} trials; there are ${now} now.`;
  return `Kept for this school’s next lessons. With ${classes(n)} kept, the next one of the same objects will be predicted with ${times(factor)} times the model. ${surer(next)}${anew}`;
}
