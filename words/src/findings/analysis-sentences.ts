import { formatNumber } from '@nab/core/quantities';
import {
  groupsDiffer,
  nextDesignPoint,
  type Analysis,
  type Anova,
  type RankTest,
} from '@nab/core/statistics';
import type {
  predictionErrorBeforeAfter,
  Factor,
  Measure,
  PredictionScores,
} from '@nab/core/lesson';
import { listText, percentText } from '../terms/index.js';
import { inUnitOf, withUnit } from '../lesson/index.js';
import {
  CURVE_NAMES,
  factorWords,
  slopeText,
  withUncertainty,
  type FactorWords,
  type Statement,
  answering,
  type Reason,
} from './sentence-words.js';
import { doubling, goesOn, oneTrial } from './wrong-conclusions.js';

/** From here on a difference is more than chance. */
const SURE = 0.05;

/**
 * What can be said of one line of readings, no stronger than they allow.
 * @param phrase what is changed: “the number of turns”.
 * @param minutes what a trial more takes at some places; if absent, all take the same time.
 */
export function analysisSentences(
  analysis: Analysis,
  factor: Factor,
  measure: Measure,
  phrase: string,
  minutes?: MinutesAt,
): Reason[] {
  const words = factorWords(factor, measure);
  if (measure.data === 'yes-no') return answering('found', yesOrNo(analysis, words, phrase));
  return [
    ...answering('found', [
      ...shape(analysis, phrase),
      ...slope(analysis, words, measure, phrase),
      ...doubling(analysis, words),
      ...goesOn(analysis, factor, words, measure),
    ]),
    ...answering('sure', oneTrial(analysis)),
    ...answering(
      'sure',
      [...groups(analysis, words, measure), ...withoutGroups(analysis, measure)],
      'groups',
    ),
    ...answering('sure', drift(analysis, words, measure), 'order'),
    ...answering('sure', weighing(analysis)),
    ...answering('next', [
      ...repeats(analysis),
      ...next(analysis, factor, words, measure, minutes),
    ]),
  ];
}

/** `p < 0.001`, or with two digits. */
const pText = (p: number): string => (p < 0.001 ? 'p < 0.001' : `p = ${formatNumber(p, 2)}`);

/** Of yes and no: whether it changes, and where half are yes. */
function yesOrNo(
  { yesNo, levels }: Analysis,
  { term, more, then }: FactorWords,
  phrase: string,
): Statement[] {
  if (yesNo === null) {
    return levels.length < 2
      ? []
      : [
          {
            state: 'rest',
            text: 'The levels have no order, so no curve is fitted. Compare the percentages and their confidence intervals.',
          },
        ];
  }
  const { ec50, p, curve } = yesNo;
  if (p >= SURE) {
    return [
      {
        state: 'caution',
        text: `These trials do not show that ${phrase} makes a difference (${pText(p)}).`,
      },
    ];
  }
  const shown: Statement = {
    state: 'rest',
    text: `${more}, ${then[curve.coefficients[1]! > 0 ? 0 : 1]} (${pText(p)}). This treats all trials as independent, whichever group made them.`,
  };
  if (ec50 === null) return [shown];
  const xs = levels.map(({ x }) => x);
  const beyond =
    ec50.x < Math.min(...xs) || ec50.x > Math.max(...xs)
      ? ' That is outside the levels tested.'
      : '';
  const n = (value: number): string => formatNumber(value, 3);
  return [
    shown,
    {
      state: beyond ? 'caution' : 'rest',
      text: `The answer is yes in half of the trials at about ${n(ec50.x)} ${term} (95 % confidence interval ${n(ec50.low)} to ${n(ec50.high)}).${beyond}`,
    },
  ];
}

function shape(
  { curves, equallySupported, anova, ranks, levels }: Analysis,
  phrase: string,
): Statement[] {
  if (levels.every(({ x }) => Number.isNaN(x))) return kinds(anova, ranks);
  const best = curves[0]?.curve.id;
  if (best === undefined) return [];
  const others = equallySupported.slice(1).map((id) => CURVE_NAMES[id]);
  if (equallySupported.includes('none')) {
    return [
      {
        state: 'caution',
        text:
          best === 'none'
            ? `These trials show no effect of ${phrase}: a flat line fits them best.`
            : `A flat line fits these trials as well as ${CURVE_NAMES[best]}. They do not show an effect of ${phrase} yet.`,
      },
    ];
  }
  const fits = `${sentence(CURVE_NAMES[best])} fits these trials best.`;
  return [
    {
      state: 'rest',
      text:
        others.length === 0
          ? fits
          : `${fits} ${sentence(listText(others))} ${others.length === 1 ? 'fits' : 'fit'} almost as well, so these trials cannot decide between them.`,
    },
  ];
}

/** Levels in no order: whether they differ at all; by ranks where no repeat differs from another. */
function kinds(found: Anova | null, ranks: RankTest | null): Statement[] {
  const p = found && Number.isNaN(found.p) ? (ranks?.p ?? NaN) : found?.p;
  if (p === undefined || Number.isNaN(p)) {
    return [
      {
        state: 'rest',
        text: 'The levels have no order, so no curve is fitted. Compare the means and their confidence intervals.',
      },
    ];
  }
  return [
    p < SURE
      ? {
          state: 'rest',
          text: `The levels differ by more than their repeats vary (${pText(p)}).`,
        }
      : {
          state: 'caution',
          text: `These trials do not show a difference between the levels (${pText(p)}).`,
        },
  ];
}

/** The slope of the straight line. */
function slope(
  { line }: Analysis,
  { one, unit }: FactorWords,
  measure: Measure,
  phrase: string,
): Statement[] {
  if (!line || !Number.isFinite(line.intervals95[1]!)) return [];
  // Where every trial read the same the flat line has been said.
  if (line.coefficients[1] === 0 && line.intervals95[1] === 0) return [];
  const value = slopeText(line, measure);
  if (!(Math.abs(line.coefficients[1]!) > line.intervals95[1]!)) {
    return [
      {
        state: 'caution',
        text: `The slope is ${value.signed} ${unit} per ${one} (95 % confidence interval ${value.signedLow} to ${value.signedHigh}). It could be zero, so these trials do not show an effect of ${phrase}.`,
      },
    ];
  }
  const does = line.coefficients[1]! > 0 ? 'adds' : 'takes away';
  const fit = Number.isNaN(line.rSquared) ? '' : ` R² = ${formatNumber(line.rSquared, 2)}.`;
  return [
    {
      state: 'rest',
      text: `Each extra ${one} ${does} about ${withUnit(value.value, unit)} (95 % confidence interval ${value.low} to ${value.high}) within the levels tested.${fit}`,
    },
  ];
}

/** Where groups differ: the slope that takes no account of it, and why it is not the answer. */
function withoutGroups(
  { line, leastSquaresLine, lineWithGroups }: Analysis,
  measure: Measure,
): Statement[] {
  if (!line || !leastSquaresLine || !groupsDiffer(lineWithGroups)) return [];
  const { signed, signedLow, signedHigh } = slopeText(leastSquaresLine, measure);
  return [
    {
      state: 'rest',
      text: `If the differences between groups are ignored, least squares gives a slope of ${signed} (${signedLow} to ${signedHigh}). Trials of one group are not independent, so Nab does not use it.`,
    },
  ];
}

function groups(
  { lineWithGroups, meansWithGroups }: Analysis,
  { unit }: FactorWords,
  measure: Measure,
): Statement[] {
  const fit = lineWithGroups ?? meansWithGroups;
  if (!groupsDiffer(fit) || fit.betweenGroupSd < 0.25 * fit.withinGroupSd) return [];
  const scale = inUnitOf(measure);
  const n = (value: number): string => formatNumber(scale(value), 2);
  return [
    {
      state: 'rest',
      text: `Results vary between groups (SD ${n(fit.betweenGroupSd)} ${unit}) as well as within a group (SD ${n(fit.withinGroupSd)} ${unit}). The confidence intervals allow for this.`,
    },
  ];
}

function drift({ drift: found }: Analysis, { unit }: FactorWords, measure: Measure): Statement[] {
  if (!found || !(Math.abs(found.perTrial) > found.interval95)) return [];
  const scale = inUnitOf(measure);
  const falls = found.perTrial < 0;
  return [
    {
      state: 'caution',
      text: `Readings ${falls ? 'fell' : 'rose'} by ${withUncertainty(scale(Math.abs(found.perTrial)), scale(found.interval95))} ${unit} per trial at every level. ${falls ? 'Probably the cells ran down or the coils warmed up.' : 'Either the group got better at it, or the core stayed magnetised.'} The balanced trial order keeps this drift out of the comparison.`,
    },
  ];
}

function weighing({ scatter, line, leastSquaresLine }: Analysis): Statement[] {
  // The model with groups gives all readings the same weight.
  const fits = line === leastSquaresLine ? 'fits' : 'curves that are compared';
  return scatter === 'even' || line === null
    ? []
    : [
        {
          state: 'rest',
          text: `Larger readings vary more here, so the ${fits} give them less weight.`,
        },
      ];
}

function repeats({ requiredSampleSize: times, levels, line }: Analysis): Statement[] {
  if (times === null || line === null) return [];
  const now = Math.min(...levels.map(({ summary }) => summary.n));
  if (times <= now) return [];
  return [
    {
      state: 'rest',
      text:
        times > 200
          ? 'The two closest levels gave almost the same results. Choose levels further apart next time.'
          : `To tell the two closest levels apart, plan about ${times} repeats at each level (80 % power).`,
    },
  ];
}

/** What a trial more takes at places of the axis, minutes; asked for all of them at once. */
export type MinutesAt = (places: readonly number[]) => ReadonlyMap<number, number>;

/** Levels, and half way between them, where something lies between. */
function placesFor({ levels }: Analysis, { axis }: Factor): number[] {
  const xs = levels.map(({ x }) => x).sort((p, q) => p - q);
  const whole = axis.kind === 'number' && axis.whole;
  const between = xs.slice(1).map((x, i) => (x + xs[i]!) / 2);
  const places = between.map((x) => (whole ? Math.round(x) : Number(x.toPrecision(3))));
  return [...new Set([...xs, ...places])];
}

function next(
  analysis: Analysis,
  factor: Factor,
  { term, one, unit }: FactorWords,
  measure: Measure,
  minutes?: MinutesAt,
): Statement[] {
  const places = placesFor(analysis, factor);
  const known = minutes?.(places);
  const found = nextDesignPoint(analysis, places, known && ((x) => known.get(x) ?? Infinity));
  if (!found) return [];
  const place = `${formatNumber(found.x)} ${found.x === 1 ? one : term}`;
  const at = known
    ? `The most useful next trial is at ${place} (about ${formatNumber(found.minutes, 2)} min)`
    : `The most useful next trial is at ${place}`;
  if (found.criterion === 'slope') {
    if (found.narrowing < 0.005) return [];
    return [
      {
        state: 'rest',
        text: `${at}. It would narrow the confidence interval of the slope by ${percentText(found.narrowing)}.`,
      },
    ];
  }
  const [first, second] = found.shapes.map((id) => CURVE_NAMES[id]);
  const apart = formatNumber(inUnitOf(measure)(found.predictionGap), 2);
  return [
    { state: 'rest', text: `${at}. There, ${first} and ${second} differ by ${apart} ${unit}.` },
  ];
}

/** Whether the groups foresaw more once they had tried something; null where that cannot be said. */
export function foresightText(found: ReturnType<typeof predictionErrorBeforeAfter>): string | null {
  if (!found) return null;
  const { before, after, p } = found;
  const of = (guesses: number): string =>
    guesses === 1 ? 'one prediction' : `${guesses} predictions`;
  const better =
    p >= 0.05
      ? 'There are too few predictions to say whether that is more than chance.'
      : after.meanRelativeError < before.meanRelativeError
        ? 'Predictions improved with experience.'
        : 'Predictions got worse after the first trials.';
  return `Groups’ first predictions were off by ${offText(before.meanRelativeError)} (${of(before.guesses)}); later ones by ${offText(after.meanRelativeError)} (${of(after.guesses)}). ${better}`;
}

/** A share in percent up to twice the reading, beyond that in times. */
const offText = (share: number): string =>
  share < 2 ? percentText(share) : `${formatNumber(share, 2)} times the reading`;

/** Whose predictions were nearer, where both said something; null where they did not. */
export function scoresText(scores: PredictionScores | null, measure: Measure): string | null {
  if (!scores || scores.levels < 2) return null;
  const { groups, model, levels } = scores;
  const unit = measure.unit || (measure.data === 'count' ? 'objects' : '');
  const n = (value: number): string => formatNumber(inUnitOf(measure)(value), 2);
  const nearer =
    Math.abs(groups - model) < 0.05 * Math.max(groups, model)
      ? 'Both did equally well.'
      : groups < model
        ? 'The groups did better.'
        : 'Nab did better.';
  return `Across ${levels} levels the groups’ predictions missed the mean by ${withUnit(n(groups), unit)} on average, and Nab’s by ${n(model)}. ${nearer}`;
}

const sentence = (text: string): string => text[0]!.toUpperCase() + text.slice(1);
