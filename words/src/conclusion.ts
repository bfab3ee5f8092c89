import {
  formatNumber,
  type Analysis,
  type Factor,
  type FactorId,
  type LevelAnalysis,
  type Measure,
} from '@nab/core';
import { inUnitOf, withUnit } from './readings.js';
import { factorWords } from './said.js';

/** A conclusion as classes write one. */
export interface Conclusion {
  readonly claim: string;
  readonly evidence: string;
  readonly reasoning: string;
}

/** How it is written: for whoever reads easily, or plainly. */
export type Reader = 'plain' | 'full';

/**
 * Why it is so, in a sentence that the class may check: of the factors that change a magnet's
 * strength by what its coil does. Others are asked for in the class's own words.
 */
const REASONS: Partial<Readonly<Record<FactorId, readonly [full: string, plain: string]>>> = {
  turns: [
    'Every turn pushes the steel’s magnetism the same way; more turns push more, until the longer wire lets less current through or the steel is full.',
    'Every turn of wire helps to make the steel a magnet. More turns help more.',
  ],
  'cells-in-series': [
    'More cells one behind the other drive more current through the same turns, less what the cells lose inside.',
    'More cells push more current through the wire.',
  ],
  current: [
    'The field of a coil grows in proportion to its current.',
    'More current in the wire makes a stronger magnet.',
  ],
  gap: [
    'Flux crosses a gap far less easily than steel: a sheet more weakens the pull again.',
    'A gap lets less of the magnet through. Touching holds best.',
  ],
  'core-material': [
    'Iron and most steels line up with the coil’s field and add far more than the coil itself; wood, plastic and aluminium add nothing.',
    'Only iron and steel become a magnet in the coil.',
  ],
  'core-presence': [
    'The steel lines up with the coil’s field and adds far more than the coil itself.',
    'The steel in the coil makes nearly all of the magnet.',
  ],
  'compass-distance': [
    'The field of a wire weakens with the distance, while the earth’s stays as it is.',
    'Farther away the wire pulls less at the needle.',
  ],
  'wire-thickness': [
    'Thicker wire resists the current less, until the cell itself is the limit.',
    'Thick wire lets more current through.',
  ],
};

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
  const means = meanWords(measure, levelName);
  const shown = isShown(analysis);
  const graded = analysis.line !== null;
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
function isShown({ alike, line, lineWithGroups, anova }: Analysis): boolean {
  if (alike.includes('none')) return false;
  if (!line) return anova !== null && anova.p < 0.05;
  const fit = lineWithGroups && lineWithGroups.betweenGroups > 0 ? lineWithGroups : line;
  return Math.abs(fit.coefficients[1]!) > fit.intervals95[1]!;
}

function gradedClaim(
  { line, lineWithGroups, levels, alike }: Analysis,
  factor: Factor,
  measure: Measure,
  reader: Reader,
): string {
  const { term, one, unit } = factorWords(factor, measure);
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
