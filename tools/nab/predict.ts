import { toSubject } from '@nab/contract/experiments';
import {
  casesOf,
  FACTOR_IDS,
  factorOf,
  levelText,
  makesSense,
  MEASURE_IDS,
  measureOf,
  parseLevel,
  type Case,
  type FactorId,
  type LessonPlan,
  type MeasureId,
  type PlannedLevel,
} from '@nab/core/lesson';
import { CoreError } from '@nab/core/errors';
import { parseQuantity } from '@nab/core/quantities';
import { trialOnTime } from '@nab/core/physics';
import { readDocument } from './evaluate.js';
import { CommandError } from './files.js';

/** What is asked on the command line, as typed. */
export interface PredictWords {
  readonly factor: string;
  readonly levels: string;
  readonly series?: string | undefined;
  readonly measure?: string | undefined;
  /** Load that is to be held, with its unit. */
  readonly load?: string | undefined;
}

/** Prints what a design of any experiment is predicted to do at each level, a JSON line each. */
export function predict(parsed: unknown, words: PredictWords): number {
  const base = toSubject(readDocument(parsed));
  const factor = oneOf<FactorId>(words.factor, FACTOR_IDS, 'factor');
  const measure = measureFor(words.measure, factor, base.experiment);
  if (!makesSense(factor, measure, base.experiment)) {
    throw new CommandError(
      `${factor} and ${measure} make no question of ${base.experiment}; see nab list.`,
    );
  }
  const plan: LessonPlan = {
    base,
    factor,
    levels: levelsOf(factor, words.levels),
    series: seriesOf(words.series),
    measure,
    conditions: words.load === undefined ? {} : { load: massOf(words.load) },
    hold: 'nothing',
  };
  if (plan.series && !makesSense(plan.series.factor, measure, base.experiment)) {
    throw new CommandError(`${plan.series.factor} changes nothing that ${measure} reads.`);
  }
  if (measureOf(measure).needs.includes('load') && words.load === undefined) {
    throw new CommandError(`${measure} needs --load, such as --load "10 kg".`);
  }
  for (const one of casesOf(plan)) process.stdout.write(`${JSON.stringify(lineOf(plan, one))}\n`);
  return 0;
}

/** One line: values in the measure's unit; null where nothing is predicted or it has no limit. */
function lineOf(plan: LessonPlan, one: Case): object {
  const { quantity, unit, data } = measureOf(plan.measure);
  const scale = quantity === null ? 1 : parseQuantity(`1 ${unit}`, quantity).si;
  const inUnit = (si: number | null | undefined): number | null =>
    (si ?? null) === null ? null : si! / scale;
  const { trialled, expected, band, fault } = one;
  // Of a load that is held or not the probability that it holds is predicted.
  const shownUnit = data === 'yes-no' ? 'probability' : unit;
  return {
    level: levelText(factorOf(plan.factor).axis, one.level),
    series: one.series === null ? null : levelText(factorOf(plan.series!.factor).axis, one.series),
    value: inUnit(expected),
    unit: shownUnit,
    low: inUnit(band?.low),
    high: inUnit(band?.high),
    coverage: band?.coverage ?? null,
    current_A: trialled?.supplyCurrent ?? null,
    wire_length_m: trialled?.wireLength ?? null,
    on_time_s: trialled ? trialOnTime(trialled.coil) : null,
    stop: fault === null ? one.stops.map(({ code }) => code) : [fault],
    cautions: one.cautions.map(({ code }) => code),
  };
}

function oneOf<T extends string>(text: string, ids: readonly T[], what: string): T {
  if ((ids as readonly string[]).includes(text)) return text as T;
  throw new CommandError(`there is no ${what} “${text}”; it is one of ${ids.join(', ')}.`);
}

/** The measure that is asked for; else the first that the factor changes. */
function measureFor(
  text: string | undefined,
  factor: FactorId,
  experiment: LessonPlan['base']['experiment'],
): MeasureId {
  if (text !== undefined) return oneOf<MeasureId>(text, MEASURE_IDS, 'measure');
  return (
    MEASURE_IDS.find(
      (id) => makesSense(factor, id, experiment) && measureOf(id).heldAgainst !== null,
    ) ?? 'sentence'
  );
}

/** Levels between commas, or between semicolons where one has a decimal comma. */
function levelsOf(factor: FactorId, text: string): PlannedLevel[] {
  if (factor === 'designs') {
    throw new CommandError(
      'whole designs are compared in the application, not on the command line.',
    );
  }
  const parts = text.split(text.includes(';') ? ';' : ',').map((part) => part.trim());
  return parts.map((part, i) => {
    try {
      return { id: `${factor}-${i}`, value: parseLevel(factorOf(factor).axis, part) };
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      throw new CommandError(`level “${part}” of ${factor}: ${error.message}`);
    }
  });
}

function seriesOf(text: string | undefined): LessonPlan['series'] {
  if (text === undefined) return null;
  const [id = '', ...levels] = text.split('=');
  const factor = oneOf<FactorId>(id, FACTOR_IDS, 'factor');
  return { factor, levels: levelsOf(factor, levels.join('=')) };
}

function massOf(text: string): number {
  try {
    return parseQuantity(text, 'mass').si;
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    throw new CommandError(`--load: ${error.message}`);
  }
}
