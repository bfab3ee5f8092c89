import { formatNumber } from '@nab/core/quantities';
import { levelAt, type Factor, type Measure } from '@nab/core/lesson';
import type { Analysis } from '@nab/core/statistics';
import { percentText } from '../terms/index.js';
import { inUnitOf } from '../lesson/index.js';
import { CURVE_NAMES, type FactorWords, type Statement } from './sentence-words.js';

// Conclusions that classes jump to, each with what these data say of it.

/** “Twice the turns, twice the clips?” by the power law, which says the same wherever one doubles. */
export function doubling({ curves }: Analysis, { term }: FactorWords): Statement[] {
  const power = curves.find(({ curve }) => curve.id === 'power')?.curve;
  if (!power) return [];
  const [, exponent = 0] = power.coefficients;
  const half = power.intervals95[1]!;
  const [low, high] = [2 ** (exponent - half), 2 ** (exponent + half)];
  const times = (value: number): string => formatNumber(value, 2);
  const verdict =
    low > 2
      ? 'more than twice as much'
      : high < 2
        ? 'less than twice as much'
        : 'doubling is within the range, but so is a little more or less';
  return [
    {
      state: 'rest',
      text: `Is it proportional? Doubling the ${term} gives ${times(2 ** exponent)} times as much (95 % confidence interval ${times(low)} to ${times(high)}): ${verdict}.`,
    },
  ];
}

/** With a trial a level there is nothing to count. */
const FEW = 2;

/** “One trial of each is enough.” */
export function oneTrial({ misleadingPairRate, levels }: Analysis): Statement[] {
  if (misleadingPairRate === null || levels.some(({ summary }) => summary.n < FEW)) return [];
  const often =
    misleadingPairRate === 0
      ? 'none'
      : misleadingPairRate < 0.005
        ? 'fewer than one in 200'
        : percentText(misleadingPairRate);
  return [
    {
      state: 'rest',
      text: `Is one trial enough? With a single trial at each level, ${often} of the comparisons between neighbouring levels would have come out wrong.`,
    },
  ];
}

/** Shapes nearer than this share far out say the same. */
const ALIKE = 0.1;

/** “So it goes on”: what the shapes that cannot be told apart say far beyond the levels. */
export function goesOn(
  { curves, equallySupported, levels }: Analysis,
  { axis }: Factor,
  { term, unit }: FactorWords,
  measure: Measure,
): Statement[] {
  const [first, second] = curves
    .map(({ curve }) => curve)
    .filter(({ id }) => equallySupported.includes(id) && id !== 'means' && id !== 'none');
  if (!first || !second) return [];
  const far = 2 * Math.max(...levels.map(({ x }) => x));
  if (levelAt(axis, far) === null) return [];
  const [p, q] = [first.at(far), second.at(far)];
  if (!(Math.abs(p - q) > ALIKE * Math.max(Math.abs(p), Math.abs(q)))) return [];
  const n = (value: number): string => formatNumber(inUnitOf(measure)(value), 2);
  return [
    {
      state: 'rest',
      text: `Does the pattern continue? At ${formatNumber(far)} ${term}, ${CURVE_NAMES[first.id]} predicts ${n(p)} ${unit} and ${CURVE_NAMES[second.id]} predicts ${n(q)}. These trials cannot decide between them.`,
    },
  ];
}
