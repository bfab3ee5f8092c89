import { ratioScale } from '../../experiments/index.js';
import { ceilingOf, valueOf, type Measure, type Outcome } from '../measures/index.js';

/** What is worth saying of a reading at once, while it can still be tried again. */
export type Remark = 'far-from-others' | 'tray-empty' | 'same-thrice' | 'hung-on-off' | 'extra';

/** Standard deviations of the class's scatter beyond which a reading is worth a second look. */
const FAR = 3;
/** And steps of the reading: nobody counts again for two clips. */
const FAR_STEPS = 2;
/** Trials that make a number suspicious when all are equal; of small counts it is no wonder. */
const SAME = 3;
const NO_WONDER = 8;

/** What is known at the table when a trial has been read. */
export interface ReadAt {
  readonly measure: Measure;
  readonly outcome: Outcome;
  /** What the same group read at the same level before. */
  readonly earlier: readonly Outcome[];
  /** Scatter of the trials of a class: standard deviation of the logarithm. */
  readonly scatter: number;
  readonly traySize: number;
  /** Trials of a level that were planned. */
  readonly repeats: number;
}

/** @returns in the order of how much they matter. */
export function remarksOn({
  measure,
  outcome,
  earlier,
  scatter,
  traySize,
  repeats,
}: ReadAt): readonly Remark[] {
  const ceiling = ceilingOf(measure, traySize);
  const { value, censored } = valueOf(outcome, ceiling);
  const others = earlier.map((one) => valueOf(one, ceiling).value);
  const remarks: Remark[] = [];
  const numbers =
    measure.data === 'count' || measure.data === 'number' || outcome.kind === 'interval';
  if (outcome.kind === 'count' && (outcome.off ?? 0) > 0) remarks.push('hung-on-off');
  if (censored && measure.ceiling === 'tray') remarks.push('tray-empty');
  if (numbers && isFar(measure, value, others, scatter)) remarks.push('far-from-others');
  const lately = others.slice(1 - SAME);
  if (
    measure.data === 'count' &&
    !censored &&
    value >= NO_WONDER &&
    lately.length === SAME - 1 &&
    lately.every((other) => other === value)
  ) {
    remarks.push('same-thrice');
  }
  if (earlier.length >= repeats) remarks.push('extra');
  return remarks;
}

/** Whether a reading lies where one in some hundred of this class would, as a ratio to the others. */
function isFar(
  { heldAgainst, resolution, relative }: Measure,
  value: number,
  others: readonly number[],
  scatter: number,
): boolean {
  if (others.length < 2) return false;
  const mean = others.reduce((sum, other) => sum + other, 0) / others.length;
  const step = resolution * (relative ? mean : 1);
  if (Math.abs(value - mean) <= FAR_STEPS * step) return false;
  const ratio = (of: number): number => (heldAgainst ? ratioScale(heldAgainst, of) : of);
  // Half a step keeps nothing at all from being infinitely far.
  const apart = Math.log(ratio(value + step / 2) / ratio(mean + step / 2));
  // The mean of the others scatters too, and a reading is rounded to its step.
  const rounding = step / Math.sqrt(12) / Math.max(mean, step);
  return Math.abs(apart) > FAR * Math.hypot(scatter * Math.sqrt(1 + 1 / others.length), rounding);
}
