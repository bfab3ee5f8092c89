import { formatNumber } from '@nab/core/quantities';
import type { Analysis, LevelAnalysis } from '@nab/core/statistics';
import type { Factor, FactorId, Measure } from '@nab/core/lesson';
import { howMany, listText, percentText } from '../terms/index.js';
import { endsText, exactText, withUnit } from '../lesson/index.js';
import { REASONS } from './reasons.js';
import { factorWords, slopeText } from './sentence-words.js';

/** A conclusion as classes write one. */
export interface Conclusion {
  readonly claim: string;
  readonly evidence: string;
  readonly reasoning: string;
}

/** Reading level: exact, or plain for age eight to eleven. */
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
      ? `At ${means.full(least)}; at ${means.full(most)}.`
      : `At ${means.plain(least)}. At ${means.plain(most)}.`;
  const { phrase } = factor;
  if (!shown) {
    return {
      claim:
        reader === 'full'
          ? `These trials do not show that ${phrase} makes a difference.`
          : `We cannot say yet that ${phrase} makes a difference.`,
      evidence,
      reasoning: whatIsMissing(analysis, reader),
    };
  }
  const [full, plain] = REASONS[factorId] ?? [
    `Explain why: what does changing ${phrase} do to the circuit, to the steel, or between magnet and object?`,
    'Why do you think so?',
  ];
  return {
    claim: graded
      ? gradedClaim(analysis, factor, measure, reader)
      : kindsClaim(sorted, phrase, levelName, reader),
    evidence,
    reasoning: reader === 'full' ? full : plain,
  };
}

/** Why nothing was shown: too much scatter, none that could be seen, or none at all. */
export function whatIsMissing({ levels, anova }: Analysis, reader: Reader): string {
  if (levels.every(({ summary }) => summary.n === 1)) {
    return reader === 'full'
      ? 'With a single trial at each level nobody knows how much repeats vary. Try each level at least twice.'
      : 'We tried each level once. We need to try each one again.';
  }
  if (anova && !(anova.within.sumOfSquares > 0) && !(anova.between.sumOfSquares > 0)) {
    return reader === 'full'
      ? 'Every trial gave the same reading. Levels further apart may show a difference.'
      : 'We read the same every time. We need levels further apart.';
  }
  if (anova && !(anova.within.sumOfSquares > 0)) {
    return reader === 'full'
      ? 'Repeats gave the same reading, but so few trials could differ by chance. More repeats would show it.'
      : 'We need to try each one more often to be sure.';
  }
  return reader === 'full'
    ? 'Repeats at one level vary as much as the levels do. There may still be a small difference: more repeats, or levels further apart, would show it.'
    : 'Our readings vary too much. We need more repeats, or levels further apart.';
}

/** Which kind was best and which was weakest; all of them where several share a place. */
export function kindsClaim(
  sorted: readonly LevelAnalysis[],
  phrase: string,
  levelName: (level: number) => string,
  reader: Reader,
): string {
  const sharing = (mean: number): readonly string[] =>
    sorted.filter(({ summary }) => summary.mean === mean).map(({ level }) => levelName(level));
  const best = sharing(sorted[sorted.length - 1]!.summary.mean);
  const worst = sharing(sorted[0]!.summary.mean);
  const were = (names: readonly string[]): string => (names.length === 1 ? 'was' : 'were');
  return reader === 'full'
    ? `${sentence(phrase)} makes a difference. The highest mean was at ${listText(best)}, the lowest at ${listText(worst)}.`
    : `${sentence(listText(best))} ${were(best)} best. ${sentence(listText(worst))} ${were(worst)} weakest.`;
}

/** Whether readings rule out that nothing changes. */
export function isShown({
  equallySupported,
  line,
  anova,
  ranks,
  yesNo,
  sharePairs,
}: Analysis): boolean {
  if (yesNo) return yesNo.p < 0.05;
  if (sharePairs.length > 0) {
    // The more pairs, the likelier one of them by chance: each must be that much clearer (Bonferroni).
    return sharePairs.some(({ p }) => p < 0.05 / sharePairs.length);
  }
  if (equallySupported.includes('none')) return false;
  // Where no repeat differs from another there is no variance to compare with: ranks decide.
  if (!line) return (Number.isNaN(anova?.p ?? NaN) ? (ranks?.p ?? 1) : anova!.p) < 0.05;
  return Math.abs(line.coefficients[1]!) > line.intervals95[1]!;
}

function gradedClaim(
  { line, levels, equallySupported, yesNo }: Analysis,
  factor: Factor,
  measure: Measure,
  reader: Reader,
): string {
  const { term, one, unit, more, then } = factorWords(factor, measure);
  const slope = (yesNo?.curve ?? line!).coefficients[1]!;
  const claim = `${more}, ${then[slope > 0 ? 0 : 1]}`;
  if (yesNo || reader === 'plain') return `${claim}.`;
  const xs = levels.map(({ x }) => x);
  const range = `between ${formatNumber(Math.min(...xs))} and ${formatNumber(Math.max(...xs))} ${term}`;
  const amount = slopeText(line!, measure);
  const even =
    equallySupported.includes('line') || equallySupported.includes('proportional')
      ? 'each'
      : 'on average each';
  return `${claim}: ${range}, ${even} extra ${one} ${slope > 0 ? 'adds' : 'takes away'} about ${withUnit(amount.value, unit)} (95 % confidence interval ${amount.low} to ${amount.high}).`;
}

/** Shares of yes of a level in words: with their interval, or counted. */
function shareWords(levelName: (level: number) => string) {
  const counted = ({ summary: { mean, n } }: LevelAnalysis): string =>
    `yes in ${Math.round(mean * n)} of ${howMany(n, 'trial')}`;
  return {
    full: (one: LevelAnalysis): string => {
      const [low, high] = one.summary.share ?? [0, 1];
      return `${levelName(one.level)}, ${counted(one)} (95 % confidence interval ${percentText(low)} to ${percentText(high)})`;
    },
    plain: (one: LevelAnalysis): string => `${levelName(one.level)}, ${counted(one)}`,
  };
}

/** Mean readings of a level in words: with their interval, or rounded. */
function meanWords(measure: Measure, levelName: (level: number) => string) {
  return {
    full: ({ level, summary }: LevelAnalysis): string => {
      const { interval95, mean } = summary;
      const ends = [Math.max(0, mean - interval95), mean + interval95] as const;
      const interval = !Number.isFinite(interval95)
        ? ''
        : interval95 === 0
          ? ', all the same'
          : `, 95 % confidence interval ${endsText(measure, mean, ends)}`;
      return `${levelName(level)}, mean ${exactText(measure, mean)} (${trialsText(summary.n)}${interval})`;
    },
    plain: ({ level, summary: { mean } }: LevelAnalysis): string =>
      `${levelName(level)} our mean was ${exactText(measure, mean, 2)}`,
  };
}

const trialsText = (n: number): string => (n === 1 ? 'one trial' : `${n} trials`);

const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
