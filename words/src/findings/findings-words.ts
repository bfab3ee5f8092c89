import { plannedFactor, type Plan } from '@nab/contract/lesson';
import {
  factorOf,
  isOrdered,
  measureOf,
  type Findings,
  type LevelFinding,
  type Measure,
} from '@nab/core/lesson';
import { formatNumber } from '@nab/core/quantities';
import {
  caseText,
  levelWords,
  exactText,
  inUnitOf,
  measuredBand,
  measuredText,
  shownBand,
} from '../lesson/index.js';
import { percentText } from '../terms/index.js';
import { conclusionOf, type Conclusion, type Reader } from './conclusion.js';
import { analysisSentences, type MinutesAt } from './analysis-sentences.js';
import { answering, slopeText, type Reason, type Statement } from './sentence-words.js';

/**
 * What can be said of every line of readings, no stronger than they allow.
 * @param minutes what a trial more of a line takes, for the one that tells most.
 */
export function allSentences(
  plan: Plan,
  { series }: Findings,
  minutes?: (seriesId: string | null) => MinutesAt,
): Reason[] {
  const factor = plannedFactor(plan);
  const measure = measureOf(plan.measure);
  return series.flatMap(({ seriesId, analysis }) => {
    if (!analysis) return [];
    const name = levelWords(plan, seriesId);
    return analysisSentences(analysis, factor, measure, factor.phrase, minutes?.(seriesId)).map(
      (said) => ({
        ...said,
        text: name ? `${name}: ${said.text}` : said.text,
      }),
    );
  });
}

/** Results of test levels, and the slope without outliers. */
export function checkSentences(plan: Plan, { series }: Findings): Reason[] {
  const measure = measureOf(plan.measure);
  const unit = inUnitOf(measure);
  const named = measure.unit || (measure.data === 'count' ? 'objects' : '');
  const n = (value: number): string => formatNumber(unit(value), 3);
  const said = series.flatMap(({ seriesId, analysis, without, odd, checks }): Statement[] => {
    const line = levelWords(plan, seriesId);
    const before = line ? `${line}: ` : '';
    const checked = checks.map(({ level, n: trials, mean, foretold, low, high }): Statement => {
      const inside = mean >= low && mean <= high;
      const name = levelWords(plan, plan.levels[level]!.id);
      const of = trials === 1 ? 'one trial' : `the mean of ${trials} trials`;
      return {
        state: inside ? 'rest' : 'caution',
        text: `${before}test at ${name}: the curve through the other levels predicted ${n(foretold)} ${named} (95 % prediction interval ${n(Math.max(0, low))} to ${n(high)} for ${of}). The result was ${n(mean)}. ${inside ? 'The prediction was right.' : 'The prediction was wrong, so the curve does not fit here.'}`,
      };
    });
    const [full, less] = [analysis?.line, without?.line];
    if (!full || !less) return checked;
    const slope = (fit: typeof full): string => {
      const { signed, signedLow, signedHigh } = slopeText(fit, measure);
      return `${signed} (${signedLow} to ${signedHigh})`;
    };
    const which = odd.length === 1 ? 'the outlier' : `the ${odd.length} outliers`;
    return [
      ...checked,
      {
        state: 'rest',
        text: `${before}with ${which} the slope is ${slope(full)}; without, ${slope(less)}. Keep an outlier unless you know what went wrong in that trial.`,
      },
    ];
  });
  return answering(
    'sure',
    said.map(({ state, text }) => ({ state, text: text[0]!.toUpperCase() + text.slice(1) })),
  );
}

/** Claim, evidence and reasoning of every line of readings, with the line's name. */
export function conclusionsOf(
  plan: Plan,
  { series }: Findings,
  reader: Reader,
): (Conclusion & { readonly name: string })[] {
  const measure = measureOf(plan.measure);
  if (measure.data === 'words') return [];
  const names = (level: number): string => levelWords(plan, plan.levels[level]!.id);
  const asked = { factor: plannedFactor(plan), factorId: plan.factor, measure };
  return series.flatMap(({ seriesId, analysis }) => {
    const made = analysis && conclusionOf(analysis, asked, names, reader);
    return made ? [{ ...made, name: levelWords(plan, seriesId) }] : [];
  });
}

/** One level of one line in words; a dash where there is nothing. */
export interface LevelRow {
  readonly key: string;
  readonly name: string;
  readonly trials: number;
  readonly mean: string;
  readonly deviation: string;
  readonly interval: string;
  readonly guess: string;
  readonly model: string;
  readonly band: string;
  readonly inBand: string;
}

export function levelRows(plan: Plan, { levels }: Findings): LevelRow[] {
  const measure = measureOf(plan.measure);
  const text = (value: number | null): string =>
    value === null || !Number.isFinite(value) ? '–' : measuredText(measure, value);
  // What is computed from whole numbers is none, and pupils check it by hand.
  const computed = (value: number | undefined): string =>
    value === undefined || !Number.isFinite(value)
      ? '–'
      : measure.data === 'yes-no'
        ? measuredText(measure, value)
        : exactText(measure, value);
  return levels.map((level) => ({
    key: `${level.levelId} ${level.seriesId ?? ''}`,
    name: caseText(plan, level),
    trials: level.summary?.n ?? 0,
    mean: computed(level.summary?.mean),
    deviation: computed(level.summary?.deviation),
    interval: intervalText(level, computed),
    guess: text(level.guess),
    model: text(level.model),
    band: level.band ? measuredBand(measure, level.band) : '–',
    inBand: inBand(measure, level),
  }));
}

function intervalText(
  { summary }: LevelFinding,
  text: (value: number | undefined) => string,
): string {
  if (!summary || (!summary.share && !Number.isFinite(summary.interval95))) return '–';
  if (summary.share) {
    const [least, most] = summary.share.map((share) => `${Math.round(100 * share)} %`);
    return `${least!} to ${most!}`;
  }
  if (summary.interval95 === 0) return 'all the same';
  const low = Math.max(0, summary.mean - summary.interval95);
  return `${text(low)} to ${text(summary.mean + summary.interval95)}`;
}

/** By the ends as they are written, so that a mean that equals one of them is inside. */
function inBand(measure: Measure, { summary, band }: LevelFinding): string {
  if (!summary || !band) return '–';
  const [low, high] = shownBand(measure, band);
  const mean = Number(inUnitOf(measure)(summary.mean).toPrecision(3));
  return mean >= low && mean <= high ? 'yes' : 'no';
}

/** Two kinds held against each other, in words. */
export interface PairRow {
  readonly name: string;
  readonly difference: string;
  readonly interval: string;
  readonly chance: string;
}

/** Pairwise comparisons of unordered levels; empty for ordered ones. */
export function pairRows(plan: Plan, { series }: Findings): PairRow[] {
  if (isOrdered(factorOf(plan.factor).axis)) return [];
  const measure = measureOf(plan.measure);
  const unit = inUnitOf(measure);
  const nameOf = (level: number): string => levelWords(plan, plan.levels[level]!.id);
  return series.flatMap(({ seriesId, analysis }) => {
    const line = levelWords(plan, seriesId);
    const shares = (analysis?.sharePairs ?? []).map(
      ({ first, second, difference, low, high, p }): PairRow => {
        const turned = difference < 0;
        const [more, less] = turned ? [first, second] : [second, first];
        const [from, to] = turned ? [-high, -low] : [low, high];
        const points = (share: number): string =>
          `${share > 0 ? '+' : ''}${Math.round(100 * share)} points`;
        return {
          name: `${line ? `${line}: ` : ''}${nameOf(more)} vs ${nameOf(less)}`,
          difference: points(Math.abs(difference)),
          interval: `${points(from)} to ${points(to)}`,
          chance: chanceText(p),
        };
      },
    );
    const means = (analysis?.pairs ?? []).map(({ first, second, difference, interval95, p }) => {
      // The larger first, so that every difference says how much more.
      const [more, less] = difference < 0 ? [first, second] : [second, first];
      const size = Math.abs(difference);
      return {
        name: `${line ? `${line}: ` : ''}${nameOf(more)} vs ${nameOf(less)}`,
        difference: signed(unit(size), measure.unit),
        interval: `${signed(unit(size - interval95), '')} to ${signed(unit(size + interval95), measure.unit)}`,
        chance: chanceText(p),
      };
    });
    return [...shares, ...means];
  });
}

const chanceText = (p: number): string => (p < 0.001 ? '< 0.001' : formatNumber(p, 2));

/** A difference with its sign, in the axis' unit. */
const signed = (value: number, unit: string): string =>
  `${value > 0 ? '+' : ''}${formatNumber(value, 2)} ${unit}`.trim();

/** What a class's readings say about Nab's predictions; null where nothing was predicted. */
export function beliefText({ compared, inBand: inside, belief }: Findings): string | null {
  if (belief === null || compared === 0) return null;
  const factor = Math.exp(belief.mean);
  const than =
    factor >= 1
      ? `${formatNumber(factor, 2)} times what Nab expected`
      : `${factor < 0.005 ? 'almost nothing' : percentText(factor)} of what Nab expected`;
  return `${inside} of ${compared} trials fell inside Nab’s 90 % prediction interval at the time. This class measures about ${than}, and Nab has adjusted its predictions.`;
}

/** That trials say “at least so much”; null where none does. */
export const censoredText = ({ censored }: Findings): string | null =>
  censored === 0
    ? null
    : `${censored === 1 ? 'One trial is' : `${censored} trials are`} a lower limit: the tray ran out, or the load never dropped. The fits allow for this (censored data), but the mean of that level is too low.`;

/** How a group's readings compare with those of the class. */
export interface GroupRow {
  readonly id: string;
  readonly name: string;
  readonly trials: number;
  /** Mean distance from the means of its levels, with sign and unit; a dash where there is none. */
  readonly away: string;
}

export function groupRows(plan: Plan, { points, levels }: Findings): GroupRow[] {
  const measure = measureOf(plan.measure);
  const unit = measure.unit || (measure.data === 'count' ? 'objects' : '');
  const keyOf = (one: { levelId: string; seriesId: string | null }): string =>
    `${one.levelId} ${one.seriesId ?? ''}`;
  const means = new Map(levels.map((level) => [keyOf(level), level.summary?.mean]));
  return plan.groups.map(({ id, name }) => {
    const away = points.flatMap((point) => {
      const mean = means.get(keyOf(point));
      return point.groupId === id && mean !== undefined && Number.isFinite(point.y)
        ? [point.y - mean]
        : [];
    });
    const sum = away.reduce((total, one) => total + one, 0);
    return {
      id,
      name,
      trials: away.length,
      away: away.length === 0 ? '–' : signed(inUnitOf(measure)(sum / away.length), unit),
    };
  });
}
