import type { Reading } from '@nab/contract/lesson';
import { formatNumber, formatQuantity, parseQuantity } from '@nab/core/quantities';
import type { Answer, Measure, Verdict } from '@nab/core/lesson';
import { countText, massText } from '../terms/index.js';

/** A share in percent; what is not quite all or nothing is not said to be. */
function percentOf(share: number): string {
  if (share > 0 && share < 0.005) return '<1';
  if (share < 1 && share > 0.995) return '>99';
  return String(Math.round(share * 100));
}

/** A value of a measure (SI or a count) as people say it, with its unit. */
export function measuredText(measure: Measure, value: number): string {
  if (measure.data === 'yes-no') return `${percentOf(value)} %`;
  if (measure.quantity === null) {
    const unit = Math.round(value) === 1 ? measure.unit.replace(/s$/, '') : measure.unit;
    return `${countText(value)} ${unit}`.trim();
  }
  if (measure.quantity === 'mass') return massText(value, 2);
  if (measure.quantity === 'angle') return `${formatNumber((value * 180) / Math.PI, 2)}°`;
  return formatQuantity(value, measure.quantity, unitFor(measure, value), 2);
}

/** The unit in which a value is written: what is very small would be nothing but noughts otherwise. */
const unitFor = ({ quantity, unit }: Measure, value: number): string =>
  quantity === 'fluxDensity' && Math.abs(value) < 1e-4 ? 'µT' : unit;

/** A computed value with its unit: what is computed from whole numbers is none. */
export function exactText(measure: Measure, value: number, digits = 3): string {
  const { quantity } = measure;
  if (quantity === null) return withUnit(formatNumber(value, digits), measure.unit);
  return formatQuantity(value, quantity, unitFor(measure, value), digits);
}

/** Ends of an interval in the unit in which its middle is written, without it. */
export function endsText(
  measure: Measure,
  middle: number,
  [low, high]: readonly [number, number],
): string {
  const { quantity } = measure;
  const scale = quantity === null ? 1 : parseQuantity(`1 ${unitFor(measure, middle)}`, quantity).si;
  return `${formatNumber(low / scale, 3)} to ${formatNumber(high / scale, 3)}`;
}

/** A band of a measure, the unit said once: `5–32`, `1.2–3 kg`. */
export function measuredBand(
  measure: Measure,
  { low, high }: { readonly low: number; readonly high: number },
): string {
  if (measure.data === 'yes-no') {
    const [from, to] = [percentOf(low), percentOf(high)];
    return from === to ? `${from} %` : `${from}–${to} %`;
  }
  if (measure.quantity === null) {
    const [from, to] = [Math.floor(low), Math.ceil(high)];
    return from === to ? String(from) : `${from}–${to}`;
  }
  const from = measuredText(measure, low);
  const to = measuredText(measure, high);
  // The unit once, where both have the same.
  const unit = /[^\d.]*$/.exec(from)![0];
  if (from === to) return from;
  return to.endsWith(unit)
    ? `${from.slice(0, from.length - unit.length)}–${to}`
    : `${from} to ${to}`;
}

/** Ends of a band as {@link measuredBand} writes them, in the measure's unit. */
export function shownBand(
  measure: Measure,
  { low, high }: { readonly low: number; readonly high: number },
): readonly [number, number] {
  if (measure.quantity === null) return [Math.floor(low), Math.ceil(high)];
  const inUnit = inUnitOf(measure);
  return [Number(inUnit(low).toPrecision(2)), Number(inUnit(high).toPrecision(2))];
}

/** A number with its unit, in the singular for one of what is counted: `1 cell`, `1 kg`. */
export function withUnit(number: string, unit: string): string {
  const one = number === '1' && unit.length > 2 ? unit.replace(/s$/, '') : unit;
  // SI Brochure, 9th ed., 5.4.3: no space before the degree of an angle.
  return unit === '°' ? `${number}°` : `${number} ${one}`.trim();
}

/** A value in the measure's own unit, for axes and tables of numbers. */
export function inUnitOf(measure: Measure): (si: number) => number {
  const { quantity, unit } = measure;
  const scale = quantity === null ? 1 : parseQuantity(`1 ${unit}`, quantity).si;
  return (si) => si / scale;
}

/** Name of a measure's axis, with its unit. */
export function axisLabel({ axis, unit, data }: Measure): string {
  if (data === 'yes-no') return `${axis}, share of the trials`;
  return unit === '' || axis.toLowerCase().includes(unit) ? axis : `${axis}, ${unit}`;
}

/** What a group says of its own prediction in words. */
export const VERDICT_NAMES: Readonly<Record<Verdict, string>> = {
  'as-said': 'As we said',
  partly: 'In part',
  otherwise: 'Not as we said',
};

/** How predictions in words came out; null where none was judged. */
export function verdictsText(verdicts: Readonly<Record<Verdict, number>>): string | null {
  const judged = verdicts['as-said'] + verdicts.partly + verdicts.otherwise;
  if (judged === 0) return null;
  return `Of ${judged} ${judged === 1 ? 'prediction' : 'predictions'} in words, by the groups’ own judgement: ${verdicts['as-said']} as said, ${verdicts.partly} in part, ${verdicts.otherwise} not.`;
}

/** What one of the two answers is called; of a measure without names of its own, yes and no. */
export function answerOf({ answers }: Measure, yes: boolean): Answer {
  const plain = yes ? 'yes' : 'no';
  return answers?.[plain] ?? { did: plain, does: plain, will: plain };
}

/** What was read, in a line: `7`, `3 + 4`, `35°`, `held 2 kg, dropped 2.5 kg`, `yes`. */
export function outcomeText(
  measure: Measure,
  outcome: Reading['outcome'],
  objects: readonly { readonly id: string; readonly name: string }[] = [],
): string {
  const { unit } = measure;
  switch (outcome.kind) {
    case 'count': {
      const parts = outcome.parts?.join(' + ');
      const one = outcome.count === 1 ? unit.replace(/s$/, '') : unit;
      const counted = `${outcome.atLeast ? 'at least ' : ''}${outcome.count} ${one}`.trim();
      return parts ? `${counted} (${parts})` : counted;
    }
    case 'number':
      return outcome.typed;
    case 'interval':
      return outcome.dropped === null
        ? `held ${massText(outcome.held)}, never dropped`
        : `held ${massText(outcome.held)}, dropped ${massText(outcome.dropped)}`;
    case 'yes-no':
      return answerOf(measure, outcome.yes).did;
    case 'objects': {
      const lifted = objects.filter(({ id }) => outcome.lifted[id]).map(({ name }) => name);
      return lifted.length > 0 ? `lifted ${lifted.join(', ')}` : 'lifted none';
    }
    case 'words':
      return outcome.verdict
        ? `${outcome.text} (${VERDICT_NAMES[outcome.verdict].toLowerCase()})`
        : outcome.text;
  }
}
