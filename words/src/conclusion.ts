import {
  formatNumber,
  type Analysis,
  type Factor,
  type FactorId,
  type LevelAnalysis,
  type Measure,
} from '@nab/core';
import { percentText } from './format.js';
import { inUnitOf, withUnit } from './readings.js';
import { REASONS } from './reasons.js';
import { factorWords } from './said-words.js';

/** A conclusion as classes write one. */
export interface Conclusion {
  readonly claim: string;
  readonly evidence: string;
  readonly reasoning: string;
}

/** How it is written: for whoever reads easily, or plainly. */
export type Reader = 'plain' | 'full';

/**
 * Claim, evidence and reasoning of one line of readings, as strong as they allow.
 * @param phrase what is changed: “the number of turns”.
 * @param levelName what a level is called.
 * @returns null where there is nothing to conclude from.
 */
export function conclusionOf(
  analysis: Analysis,
  { factor, factorId, measure }: { factor: Factor; factorId: FactorId; measure: Measure },
  levelName: (level: number) => string,
  reader: Reader,
): Conclusion | null {
  const sorted = [...analysis.levels].sort((p, q) => p.summary.mean - q.summary.mean);
  const [least, most] = [sorted[0], sorted[sorted.length - 1]];
  if (!least || !most || least === most) return null;
  const yesNo = measure.data === 'yes-no';
  const means = yesNo ? shareWords(levelName) : meanWords(measure, levelName);
  const shown = isShown(analysis);
  const graded = analysis.line !== null || analysis.yesNo !== null;
  const evidence =
    reader === 'full'
      ? `At ${means.full(least)}, at ${means.full(most)}.`
      : `At ${means.plain(least)}. At ${means.plain(most)}.`;
  const { phrase } = factor;
  if (!shown) {
    return {
      claim:
        reader === 'full'
          ? `These trials do not show that ${phrase} makes a difference.`
          : `We cannot say yet that ${phrase} makes a difference.`,
      evidence,
      reasoning:
        reader === 'full'
          ? 'Readings at one level lie as far apart as the levels do. A difference may be there that is smaller than this scatter: more trials, or levels farther apart, would tell.'
          : 'Our readings jump about too much. More trials, or levels farther apart, would tell.',
    };
  }
  const [full, plain] = REASONS[factorId] ?? [
    `Why? Write what ${phrase} changes in the circuit, in the steel, or between magnet and object.`,
    'Why do you think so?',
  ];
  return {
    claim: graded
      ? gradedClaim(analysis, factor, measure, reader)
      : reader === 'full'
        ? `${sentence(phrase)} makes a difference: most was read with ${levelName(most.level)}, least with ${levelName(least.level)}.`
        : `${sentence(levelName(most.level))} was best. ${sentence(levelName(least.level))} was weakest.`,
    evidence,
    reasoning: reader === 'full' ? full : plain,
  };
}

/** Whether readings rule out that nothing changes. */
function isShown({ alike, line, lineWithGroups, anova, yesNo, sharePairs }: Analysis): boolean {
  if (yesNo) return yesNo.p < 0.05;
  if (sharePairs.length > 0) {
    // The more pairs, the likelier one of them by chance: each must be that much clearer (Bonferroni).
    return sharePairs.some(({ p }) => p < 0.05 / sharePairs.length);
  }
  if (alike.includes('none')) return false;
  if (!line) return anova !== null && anova.p < 0.05;
  const fit = lineWithGroups && lineWithGroups.betweenGroups > 0 ? lineWithGroups : line;
  return Math.abs(fit.coefficients[1]!) > fit.intervals95[1]!;
}

function gradedClaim(
  { line, lineWithGroups, levels, alike, yesNo }: Analysis,
  factor: Factor,
  measure: Measure,
  reader: Reader,
): string {
  const { term, one, unit } = factorWords(factor, measure);
  if (yesNo) {
    const way = yesNo.curve.coefficients[1]! > 0 ? 'more' : 'less';
    return `With more ${term} it was yes ${way} often.`;
  }
  const fit = lineWithGroups && lineWithGroups.betweenGroups > 0 ? lineWithGroups : line!;
  const scale = inUnitOf(measure);
  const [slope, half] = [scale(fit.coefficients[1]!), scale(fit.intervals95[1]!)];
  const way = slope > 0 ? 'more' : 'less';
  if (reader === 'plain') return `With more ${term}, ${way} was read.`;
  const xs = levels.map(({ x }) => x);
  const range = `between ${formatNumber(Math.min(...xs))} and ${formatNumber(Math.max(...xs))} ${term}`;
  const amount = `${formatNumber(Math.abs(slope))} ± ${formatNumber(half, 2)} ${unit}`.trim();
  const even =
    alike.includes('line') || alike.includes('proportional') ? 'each' : 'on average each';
  return `With more ${term} ${way} is read: ${range} ${even} further ${one} makes ${amount} ${way}.`;
}

/** Shares of yes of a level in words: with their interval, or counted. */
function shareWords(levelName: (level: number) => string) {
  const counted = ({ summary: { mean, n } }: LevelAnalysis): string =>
    `${Math.round(mean * n)} of ${n} trials ${n === 1 ? 'was' : 'were'} yes`;
  return {
    full: (one: LevelAnalysis): string => {
      const [low, high] = one.summary.share ?? [0, 1];
      return `${levelName(one.level)} ${counted(one)} (95 % interval ${percentText(low)} to ${percentText(high)})`;
    },
    plain: (one: LevelAnalysis): string => `${levelName(one.level)} ${counted(one)}`,
  };
}

/** Mean readings of a level in words: with their interval, or rounded. */
function meanWords(measure: Measure, levelName: (level: number) => string) {
  const scale = inUnitOf(measure);
  const n = (value: number): string => formatNumber(scale(value), 3);
  return {
    full: ({ level, summary }: LevelAnalysis): string => {
      const { interval95, mean } = summary;
      const interval = Number.isFinite(interval95)
        ? `, 95 % interval ${n(Math.max(0, mean - interval95))} to ${n(mean + interval95)}`
        : '';
      const trials = summary.n === 1 ? 'one trial' : `${summary.n} trials`;
      return `${levelName(level)} ${withUnit(n(mean), measure.unit)} was read on average (${trials}${interval})`;
    },
    plain: ({ level, summary: { mean } }: LevelAnalysis): string =>
      `${levelName(level)} we read ${withUnit(formatNumber(scale(mean), 2), measure.unit)} on average`,
  };
}

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
