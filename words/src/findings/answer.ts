import { plannedFactor, type Plan } from '@nab/contract/lesson';
import {
  measureOf,
  predictionScores,
  type Factor,
  type Findings,
  type Measure,
} from '@nab/core/lesson';
import { formatNumber } from '@nab/core/quantities';
import type { Analysis, FittedCurve, LevelAnalysis } from '@nab/core/statistics';
import { inUnitOf, levelWords, withUnit } from '../lesson/index.js';
import { howMany, listText, percentText } from '../terms/index.js';
import type { MinutesAt } from './analysis-sentences.js';
import { conclusionOf, isShown, kindsClaim, whatIsMissing, type Reader } from './conclusion.js';
import { allSentences, censoredText, checkSentences } from './findings-words.js';
import {
  CURVE_NAMES,
  factorWords,
  slopeText,
  type Answers,
  type FactorWords,
  type Reason,
} from './sentence-words.js';

/** One of the few numbers that decide. */
export interface AnswerFigure {
  readonly name: string;
  readonly value: string;
  /** Of the value; empty where it has none, or is a word. */
  readonly unit: string;
  readonly note: string;
}

/** What differs from line to line, where there are several. */
export interface AnswerLine {
  readonly name: string;
  /** Empty where no straight line was fitted. */
  readonly slope: string;
  readonly interval: string;
  /** What each extra step does, plainly. */
  readonly plainly: string;
  /** What fits best; empty where that is the same for all lines. */
  readonly shape: string;
}

/** The answer to the question of an investigation, and why. */
export interface Answer {
  /** One sentence with its figure, no stronger than the trials allow. */
  readonly claim: string;
  readonly figures: readonly AnswerFigure[];
  /** A row for each of several lines; none for a single one. */
  readonly lines: readonly AnswerLine[];
  readonly reasons: Readonly<Record<Answers, readonly Reason[]>>;
}

interface Line {
  readonly name: string;
  readonly analysis: Analysis;
  readonly shown: boolean;
}

interface Asked {
  readonly plan: Plan;
  readonly factor: Factor;
  readonly measure: Measure;
  readonly words: FactorWords;
  readonly reader: Reader;
}

/**
 * What the trials say to the question.
 * @param minutes what a trial more of a line takes, for the one that tells most.
 * @returns null where there is no number to say anything of: words, or too few trials.
 */
export function findingsAnswer(
  plan: Plan,
  findings: Findings,
  reader: Reader,
  minutes?: (seriesId: string | null) => MinutesAt,
): Answer | null {
  const measure = measureOf(plan.measure);
  if (measure.data === 'words') return null;
  const factor = plannedFactor(plan);
  const asked = { plan, factor, measure, reader, words: factorWords(factor, measure) };
  const lines = findings.series.flatMap(({ seriesId, analysis }): Line[] =>
    analysis && analysis.levels.length > 1
      ? [{ name: levelWords(plan, seriesId), analysis, shown: isShown(analysis) }]
      : [],
  );
  if (lines.length === 0) return null;
  return {
    claim: claimOf(lines, asked),
    figures: [
      ...(lines.length === 1 ? effectOf(lines[0]!, asked) : []),
      surenessOf(lines, findings, plan, reader),
      ...predictedOf(findings, measure, reader),
    ],
    lines: lines.length === 1 ? [] : rowsOf(lines, asked),
    reasons: reasonsOf(findings, lines, asked, minutes),
  };
}

/** What each extra step of the factor does: `lifts` and `8 more objects`. */
function effectParts(
  line: FittedCurve,
  measure: Measure,
  { unit }: FactorWords,
): { readonly does: string; readonly amount: string } {
  const value = roughText(line, measure);
  const grows = line.coefficients[1]! > 0;
  if (!measure.verb) return { does: grows ? 'adds' : 'takes away', amount: withUnit(value, unit) };
  const counted = measure.data === 'count';
  const amount = counted
    ? `${value} ${grows ? 'more' : 'fewer'} ${withUnit(value, unit).slice(value.length + 1)}`
    : `${withUnit(value, unit)} ${grows ? 'more' : 'less'}`;
  return { does: measure.verb, amount };
}

/** The size of a slope to the first digit of its uncertainty: `8`, `0.3`. */
function roughText(line: FittedCurve, measure: Measure): string {
  const scale = inUnitOf(measure);
  const [size, half] = [Math.abs(scale(line.coefficients[1]!)), scale(line.intervals95[1]!)];
  const digits = size > 0 && half > 0 ? Math.ceil(Math.log10(size / half)) : 2;
  return formatNumber(size, Math.min(3, Math.max(1, digits)));
}

function claimOf(lines: readonly Line[], asked: Asked): string {
  const { factor, reader } = asked;
  const shown = lines.filter((line) => line.shown);
  if (shown.length === 0) {
    const open =
      reader === 'full'
        ? `These trials do not show yet that ${factor.phrase} makes a difference.`
        : `We cannot say yet that ${factor.phrase} makes a difference.`;
    return `${open} ${toShowIt(lines[0]!.analysis, reader)}`;
  }
  const [first] = shown;
  const alone = lines.length === 1;
  const said = shown.every(({ analysis }) => analysis.line !== null)
    ? slopesClaim(shown, alone, asked)
    : alone
      ? otherClaim(first!, asked)
      : shown.map((line) => `${line.name}: ${lowered(otherClaim(line, asked))}`).join(' ');
  const open = lines.filter((line) => !line.shown).map(({ name }) => name);
  return open.length === 0
    ? said
    : `${said} With ${listText(open)} these trials do not show an effect yet.`;
}

/** “Each extra cell lifts about 8 more objects with 80 turns and 12 more with 160.” */
function slopesClaim(lines: readonly Line[], alone: boolean, asked: Asked): string {
  const { words, measure, reader } = asked;
  const even = lines.every(({ analysis: { equallySupported } }) =>
    equallySupported.some((id) => id === 'line' || id === 'proportional'),
  );
  const each = `${even ? 'Each' : 'On average, each'} extra ${words.one}`;
  const [first, ...others] = lines.map((line) => ({
    name: line.name,
    ...effectParts(line.analysis.line!, measure, words),
  }));
  if (alone) {
    const effect = `${first!.does} about ${first!.amount}`;
    if (reader === 'full') return `${each} ${effect}.`;
    const grows = lines[0]!.analysis.line!.coefficients[1]! > 0;
    return `${words.more}, ${words.then[grows ? 0 : 1]}: ${lowered(each)} ${effect}.`;
  }
  if (others.some(({ does }) => does !== first!.does)) {
    return [first!, ...others]
      .map(({ name, does, amount }) => `With ${name}, ${lowered(each)} ${does} about ${amount}.`)
      .join(' ');
  }
  // The noun once: “8 more objects with 80 turns and 12 more with 160”.
  const noun = / [a-z]+$/.exec(first!.amount)?.[0] ?? '';
  const parts = [
    `${first!.amount} with ${first!.name}`,
    ...others.map(({ name, amount }) => {
      const short = measure.verb && measure.data === 'count' ? amount.replace(noun, '') : amount;
      return `${short} with ${name}`;
    }),
  ];
  return `${each} ${first!.does} about ${listText(parts)}.`;
}

/** Of yes and no, and of levels in no order. */
function otherClaim({ analysis }: Line, { plan, factor, measure, words, reader }: Asked): string {
  const { yesNo } = analysis;
  if (!yesNo) {
    const sorted = [...analysis.levels].sort((p, q) => p.summary.mean - q.summary.mean);
    const levelName = (level: number): string => nameOf(plan, level);
    if (reader === 'plain') return kindsClaim(sorted, factor.phrase, levelName, reader);
    const among = (mean: number): string =>
      `${listText(sorted.filter(({ summary }) => summary.mean === mean).map(({ level }) => levelName(level)))} (${measureText(mean)})`;
    const measureText = (mean: number): string =>
      measure.data === 'yes-no'
        ? `yes in ${percentText(mean)}`
        : withUnit(formatNumber(inUnitOf(measure)(mean), 2), words.unit);
    const [least, most] = [sorted[0]!.summary.mean, sorted[sorted.length - 1]!.summary.mean];
    const what = measure.verb ? `The magnet ${measure.verb}` : 'We read';
    return `${what} most with ${among(most)}, least with ${among(least)}.`;
  }
  const grows = yesNo.curve.coefficients[1]! > 0;
  const claim = `${words.more}, ${words.then[grows ? 0 : 1]}`;
  if (reader === 'plain' || yesNo.ec50 === null) return `${claim}.`;
  return `${claim}: in half of the trials at about ${formatNumber(yesNo.ec50.x, 2)} ${words.term}.`;
}

function toShowIt(analysis: Analysis, reader: Reader): string {
  const { requiredSampleSize: times, levels } = analysis;
  const now = Math.min(...levels.map(({ summary }) => summary.n));
  if (reader === 'full' && now > 1 && times !== null && times > now && times <= 200) {
    return `About ${times} repeats at each level would, or levels further apart.`;
  }
  return whatIsMissing(analysis, reader);
}

/** The size of the effect, for a single line. */
function effectOf({ analysis, shown }: Line, asked: Asked): AnswerFigure[] {
  const { plan, measure, words, reader } = asked;
  const { line, yesNo, levels } = analysis;
  if (yesNo?.ec50 && shown) {
    const { x, low, high } = yesNo.ec50;
    const n = (value: number): string => formatNumber(value, 3);
    return [
      {
        name: 'Half are yes at',
        value: n(x),
        unit: words.term,
        note: reader === 'full' ? `95 % CI ${n(low)} to ${n(high)}` : 'about',
      },
    ];
  }
  if (line && Number.isFinite(line.intervals95[1]!)) {
    const { signed, signedLow, signedHigh } = slopeText(line, measure);
    return [
      reader === 'full'
        ? {
            name: `Slope, ${words.unit || 'reading'} per ${words.one}`,
            value: signed,
            unit: '',
            note:
              line.intervals95[1] === 0
                ? 'every trial on the line'
                : `95 % CI ${signedLow} to ${signedHigh}`,
          }
        : {
            name: `Each extra ${words.one}`,
            value: effectParts(line, measure, words).amount,
            unit: '',
            note: 'about',
          },
    ];
  }
  const sorted = [...levels].sort((p, q) => p.summary.mean - q.summary.mean);
  const [least, most] = [sorted[0]!, sorted[sorted.length - 1]!];
  const scale = measure.data === 'yes-no' ? (share: number) => 100 * share : inUnitOf(measure);
  const unit = measure.data === 'yes-no' ? '%' : words.unit;
  const figure = (name: string, { summary, level }: LevelAnalysis): AnswerFigure => ({
    name,
    value: formatNumber(scale(summary.mean), 2),
    unit,
    note: nameOf(plan, level),
  });
  return [figure('Best', most), figure('Weakest', least)];
}

function surenessOf(
  lines: readonly Line[],
  { trials }: Findings,
  { groups }: Plan,
  reader: Reader,
): AnswerFigure {
  const shown = lines.filter((line) => line.shown).length;
  const some = `${shown} of ${lines.length} lines`;
  const [yes, no] = reader === 'full' ? ['Clear effect', 'Not shown yet'] : ['Yes', 'Not yet'];
  return {
    name: reader === 'full' ? 'How sure' : 'Are we sure?',
    value: shown === lines.length ? yes! : shown === 0 ? no! : some,
    unit: '',
    note: `${howMany(trials, 'trial')}, ${howMany(groups.length, 'group')}`,
  };
}

/** How far the class and Nab were off, on average over the levels that both predicted. */
function predictedOf(
  { levels, compared, inBand }: Findings,
  measure: Measure,
  reader: Reader,
): AnswerFigure[] {
  const scores = measure.data === 'yes-no' ? null : predictionScores(levels);
  if (!scores) return [];
  const unit = measure.unit || (measure.data === 'count' ? 'objects' : '');
  const off = (value: number): string => formatNumber(inUnitOf(measure)(value), 2);
  return [
    {
      name: reader === 'full' ? 'Class was off by' : 'We were off by',
      value: off(scores.groups),
      unit,
      note: 'on average',
    },
    {
      name: 'Nab was off by',
      value: off(scores.model),
      unit,
      note:
        reader === 'full' && compared > 0
          ? `${inBand} of ${compared} trials in its band`
          : 'on average',
    },
  ];
}

function rowsOf(lines: readonly Line[], asked: Asked): AnswerLine[] {
  const rows = lines.map((line) => rowOf(line, asked));
  const same = new Set(rows.map(({ shape }) => shape)).size === 1;
  return same ? rows.map((row) => ({ ...row, shape: '' })) : rows;
}

function rowOf({ name, analysis, shown }: Line, asked: Asked): AnswerLine {
  const { line, curves } = analysis;
  const fitted = line && Number.isFinite(line.intervals95[1]!) ? line : null;
  const slope = fitted && slopeText(fitted, asked.measure);
  const best = curves[0]?.curve.id;
  return {
    name,
    slope: slope?.signed ?? '',
    interval:
      slope && fitted!.intervals95[1] !== 0 ? `${slope.signedLow} to ${slope.signedHigh}` : '',
    plainly: !shown
      ? 'not shown yet'
      : fitted
        ? effectParts(fitted, asked.measure, asked.words).amount
        : lowered(otherClaim({ name, analysis, shown }, asked)),
    shape: best === undefined ? '' : CURVE_NAMES[best],
  };
}

/** What is true of every line is said once, without its name. */
function reasonsOf(
  findings: Findings,
  lines: readonly Line[],
  asked: Asked,
  minutes?: (seriesId: string | null) => MinutesAt,
): Answer['reasons'] {
  const { plan, reader } = asked;
  const all =
    reader === 'plain'
      ? lines.flatMap((line) => plainReasons(line, asked))
      : [
          ...lines.flatMap((line) => evidenceOf(line, asked)),
          ...once(
            allSentences(plan, findings, minutes),
            lines.map(({ name }) => name),
          ),
          ...checkSentences(plan, findings),
          ...censoredReason(findings),
        ];
  const of = (answers: Answers): Reason[] => {
    const texts = new Set<string>();
    return all.filter((one) => {
      const isNew = one.answers === answers && !texts.has(one.text);
      if (isNew) texts.add(one.text);
      return isNew;
    });
  };
  return { found: of('found'), sure: of('sure'), next: of('next') };
}

function once(reasons: readonly Reason[], names: readonly string[]): Reason[] {
  if (names.length < 2) return [...reasons];
  const bare = (text: string): string => {
    const name = names.find((one) => text.startsWith(`${one}: `));
    return name === undefined ? text : text.slice(name.length + 2);
  };
  const times = new Map<string, number>();
  for (const { text } of reasons) times.set(bare(text), (times.get(bare(text)) ?? 0) + 1);
  return reasons.map((one) =>
    times.get(bare(one.text)) === names.length ? { ...one, text: bare(one.text) } : one,
  );
}

function evidenceOf({ name, analysis }: Line, asked: Asked): Reason[] {
  const { plan, factor, measure, reader } = asked;
  const of = { factor, factorId: plan.factor, measure };
  const made = conclusionOf(analysis, of, (level) => nameOf(plan, level), reader);
  if (!made) return [];
  const text = name ? `${name}: ${lowered(made.evidence)}` : made.evidence;
  return [{ state: 'rest', text, answers: 'found' }];
}

function censoredReason(findings: Findings): Reason[] {
  const text = censoredText(findings);
  return text === null ? [] : [{ state: 'caution', text, answers: 'sure' }];
}

/** Without statistics: what was read, how often, and what to do about it. */
function plainReasons(line: Line, asked: Asked): Reason[] {
  const { analysis, shown } = line;
  const least = Math.min(...analysis.levels.map(({ summary }) => summary.n));
  const { drift } = analysis;
  const drifts = drift && Math.abs(drift.perTrial) > drift.interval95;
  const reason = (answers: Answers, text: string): Reason => ({ state: 'rest', text, answers });
  return [
    ...evidenceOf(line, asked),
    reason(
      'sure',
      least === 1
        ? 'We tried some levels only once.'
        : `We tried each level at least ${least === 2 ? 'twice' : `${least} times`}.`,
    ),
    ...(drifts
      ? [
          reason(
            'sure',
            drift.perTrial < 0
              ? 'Later trials read less than earlier ones. The cells may be running down.'
              : 'Later trials read more than earlier ones. Perhaps we got better at it.',
          ),
        ]
      : []),
    ...(analysis.misleadingPairRate !== null && least > 1
      ? [
          reason(
            'sure',
            analysis.misleadingPairRate < 0.02
              ? 'One trial at each level would nearly always have given the same answer.'
              : `One trial at each level would have misled us about one time in ${Math.round(1 / analysis.misleadingPairRate)}.`,
          ),
        ]
      : []),
    reason(
      'next',
      shown ? 'Test a level between two others. Predict first.' : whatIsMissing(analysis, 'plain'),
    ),
  ];
}

const nameOf = (plan: Plan, level: number): string => levelWords(plan, plan.levels[level]!.id);
const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
