import {
  formatNumber,
  whatNext,
  type foresightOf,
  type Analysis,
  type Anova,
  type Factor,
  type GroupEffect,
  type Measure,
  type PredictionScores,
} from '@nab/core';
import { percentText } from './format.js';
import { inUnitOf } from './readings.js';
import { CURVE_NAMES, factorWords, type FactorWords, type Said } from './said-words.js';
import { wrongConclusions } from './wrong-conclusions.js';

/** Where both intervals of a slope differ by more than this share, both are said. */
const DIFFERS = 0.1;

/**
 * What can be said of one line of readings, no stronger than they allow.
 * @param phrase what is changed: “the number of turns”.
 * @param minutes what a trial more takes at some places; where it is not said all take alike.
 */
export function saidOf(
  analysis: Analysis,
  factor: Factor,
  measure: Measure,
  phrase: string,
  minutes?: MinutesAt,
): Said[] {
  const words = factorWords(factor, measure);
  if (measure.data === 'yes-no') return yesOrNo(analysis, words, phrase);
  return [
    ...shape(analysis, phrase),
    ...slope(analysis, words, measure, phrase),
    ...wrongConclusions(analysis, factor, words, measure),
    ...groups(analysis, words, measure),
    ...drift(analysis, words, measure),
    ...weighing(analysis),
    ...repeats(analysis),
    ...next(analysis, factor, words, measure, minutes),
  ];
}

/** Of yes and no: whether it changes, and where half are yes. */
function yesOrNo({ yesNo, levels }: Analysis, { term }: FactorWords, phrase: string): Said[] {
  if (yesNo === null) {
    return levels.length < 2
      ? []
      : [
          {
            state: 'rest',
            text: 'The levels stand in no order, so there is no curve between them: compare their shares and intervals.',
          },
        ];
  }
  const { half, p, curve } = yesNo;
  const chance =
    p < 0.001 ? 'less than once in a thousand classes' : `in ${percentText(p)} of classes`;
  if (p >= 0.05) {
    return [
      {
        state: 'caution',
        text: `These trials do not show that ${phrase} makes a difference: shares so far apart come about ${chance} by chance alone.`,
      },
    ];
  }
  const way = curve.coefficients[1]! > 0 ? 'more' : 'less';
  const shown: Said = {
    state: 'rest',
    text: `With more ${term} it is yes ${way} often. If nothing changed, shares so far apart would come about ${chance}; groups count here as if their trials were independent.`,
  };
  if (half === null) return [shown];
  const xs = levels.map(({ x }) => x);
  const beyond =
    half.x < Math.min(...xs) || half.x > Math.max(...xs) ? ' Nothing was tried there.' : '';
  const n = (value: number): string => formatNumber(value, 3);
  return [
    shown,
    {
      state: beyond ? 'caution' : 'rest',
      text: `Half of the trials are yes at about ${n(half.x)} ${term} (95 % interval ${n(half.low)} to ${n(half.high)}).${beyond}`,
    },
  ];
}

function shape({ curves, alike, anova, levels }: Analysis, phrase: string): Said[] {
  if (levels.every(({ x }) => Number.isNaN(x))) return kinds(anova);
  const best = curves[0]?.curve.id;
  if (best === undefined) return [];
  const others = alike.slice(1).map((id) => CURVE_NAMES[id]);
  if (alike.includes('none')) {
    return [
      {
        state: 'caution',
        text:
          best === 'none'
            ? `These trials do not show that ${phrase} changes anything: “no change at all” fits them best.`
            : `“No change at all” fits these trials as well as ${CURVE_NAMES[best]}: they do not show yet that ${phrase} changes anything.`,
      },
    ];
  }
  const fits = `${sentence(CURVE_NAMES[best])} fits these trials best`;
  return [
    {
      state: 'rest',
      text:
        others.length === 0
          ? `${fits}, of the shapes that were tried.`
          : `${fits}; ${either(others)} cannot be told from it with these trials.`,
    },
  ];
}

/** Levels in no order: whether they differ at all. */
function kinds(found: Anova | null): Said[] {
  const between = 'The levels stand in no order, so there is no curve between them';
  if (!found || Number.isNaN(found.p)) {
    return [{ state: 'rest', text: `${between}: compare their means and intervals.` }];
  }
  const chance =
    found.p < 0.001
      ? 'less than once in a thousand classes'
      : `in ${percentText(found.p)} of classes`;
  return [
    found.p < 0.05
      ? {
          state: 'rest',
          text: `${between}; they differ by more than their trials scatter. If they were alike, means so far apart would come about ${chance}.`,
        }
      : {
          state: 'caution',
          text: `The levels stand in no order, and these trials do not show that they differ: means so far apart come about ${chance} by chance alone.`,
        },
  ];
}

function slope(
  { line, lineWithGroups }: Analysis,
  { one, unit }: FactorWords,
  measure: Measure,
  phrase: string,
): Said[] {
  if (!line) return [];
  const scale = inUnitOf(measure);
  const honest = groupsMatter(lineWithGroups) ? lineWithGroups : null;
  const [, value = 0] = honest?.coefficients ?? line.coefficients;
  const [, half = 0] = honest?.intervals95 ?? line.intervals95;
  const plain = line.intervals95[1]!;
  const said = `${formatNumber(scale(value))} ± ${formatNumber(scale(half), 2)} ${unit} per ${one}`;
  const both =
    honest && Math.abs(plain / half - 1) > DIFFERS
      ? `; ± ${formatNumber(scale(plain), 2)} if groups did not matter`
      : '';
  if (!(Math.abs(value) > half)) {
    return [
      {
        state: 'caution',
        text: `The slope is ${said} (95 % interval${both}), so these trials do not show that ${phrase} makes a difference.`,
      },
    ];
  }
  const explains = Number.isNaN(line.rSquared)
    ? ''
    : ` The line explains ${percentText(line.rSquared)} of the spread;`;
  return [
    {
      state: 'rest',
      text: `Each further ${one} makes ${said} (95 % interval${both}) between the lowest and the highest level.${explains} what happens beyond these levels was not tried.`.replace(
        'level. what',
        'level. What',
      ),
    },
  ];
}

const groupsMatter = (fit: GroupEffect | null): boolean => fit !== null && fit.betweenGroups > 0;

function groups(
  { lineWithGroups, meansWithGroups }: Analysis,
  { unit }: FactorWords,
  measure: Measure,
): Said[] {
  const fit = lineWithGroups ?? meansWithGroups;
  if (!fit || !groupsMatter(fit) || fit.betweenGroups < 0.25 * fit.withinGroup) return [];
  const scale = inUnitOf(measure);
  const n = (value: number): string => formatNumber(scale(value), 2);
  return [
    {
      state: 'rest',
      text: `Groups differ by ${n(fit.betweenGroups)} ${unit} about what they have in common, one group’s trials by ${n(fit.withinGroup)} ${unit} (standard deviations): trials of one group are no independent trials, and the intervals take account of it.`,
    },
  ];
}

function drift({ drift: found }: Analysis, { unit }: FactorWords, measure: Measure): Said[] {
  if (!found || !(Math.abs(found.perTrial) > found.interval95)) return [];
  const scale = inUnitOf(measure);
  const way = found.perTrial < 0 ? 'less' : 'more';
  return [
    {
      state: 'caution',
      text: `From one trial to the next ${formatNumber(scale(Math.abs(found.perTrial)), 2)} ± ${formatNumber(scale(found.interval95), 2)} ${unit} ${way} was read, whatever the level: ${way === 'less' ? 'cells fade and coils warm' : 'hands get better, or cores stay magnetic'}. The balanced order keeps that out of the comparison.`,
    },
  ];
}

function weighing({ scatter, line }: Analysis): Said[] {
  return scatter === 'even' || line === null
    ? []
    : [
        {
          state: 'rest',
          text: 'Large readings scatter more than small ones here, so they weigh less in every curve.',
        },
      ];
}

function repeats({ repeats: times, levels, line }: Analysis): Said[] {
  if (times === null || line === null) return [];
  const now = Math.min(...levels.map(({ summary }) => summary.n));
  if (times <= now) return [];
  return [
    {
      state: 'rest',
      text:
        times > 200
          ? 'The two nearest levels read so much alike that no class could tell them apart: choose levels farther apart next time.'
          : `To tell the two nearest levels apart four times in five, next time try each level about ${times} times.`,
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
): Said[] {
  const places = placesFor(analysis, factor);
  const known = minutes?.(places);
  const found = whatNext(analysis, places, known && ((x) => known.get(x) ?? Infinity));
  if (!found) return [];
  const place = `${formatNumber(found.x)} ${found.x === 1 ? one : term}`;
  const at = known
    ? `For its time (about ${formatNumber(found.minutes, 2)} min) one trial more tells most at ${place}`
    : `One trial more tells most at ${place}`;
  if (found.tells === 'slope') {
    if (found.narrowing < 0.005) return [];
    return [
      {
        state: 'rest',
        text: `${at}: it would narrow the slope’s interval by ${percentText(found.narrowing)}.`,
      },
    ];
  }
  const [first, second] = found.shapes.map((id) => CURVE_NAMES[id]);
  const apart = formatNumber(inUnitOf(measure)(found.apart), 2);
  return [
    { state: 'rest', text: `${at}: there ${first} and ${second} differ by ${apart} ${unit}.` },
  ];
}

/** Whether the groups foresaw more once they had tried something; null where that cannot be said. */
export function foresightText(found: ReturnType<typeof foresightOf>): string | null {
  if (!found) return null;
  const { before, after, p } = found;
  const of = (guesses: number): string =>
    guesses === 1 ? 'one prediction' : `${guesses} predictions`;
  const better =
    p >= 0.05
      ? 'So few predictions cannot tell whether that is more than chance.'
      : after.off < before.off
        ? 'They learnt from what they saw.'
        : 'What they saw first misled them.';
  return `Before its first trial a group was off by ${percentText(before.off)} of what was then read (${of(before.guesses)}); after it had tried something, by ${percentText(after.off)} (${of(after.guesses)}). ${better}`;
}

/** Whose predictions were nearer, where both said something; null where they did not. */
export function scoresText(scores: PredictionScores | null, measure: Measure): string | null {
  if (!scores || scores.levels < 2) return null;
  const { groups, model, levels } = scores;
  const unit = measure.unit || (measure.data === 'count' ? 'objects' : '');
  const n = (value: number): string => formatNumber(inUnitOf(measure)(value), 2);
  const nearer =
    Math.abs(groups - model) < 0.05 * Math.max(groups, model)
      ? 'Neither was nearer.'
      : groups < model
        ? 'The groups were nearer.'
        : 'Nab was nearer.';
  return `Over ${levels} levels the groups’ predictions were off the mean reading by ${n(groups)} ${unit}, Nab’s by ${n(model)} (on average). ${nearer}`;
}

const sentence = (text: string): string => text[0]!.toUpperCase() + text.slice(1);
const either = (list: readonly string[]): string =>
  list.length === 1 ? list[0]! : `${list.slice(0, -1).join(', ')} and ${list[list.length - 1]!}`;
