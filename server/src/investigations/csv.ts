import {
  foldTrials,
  predictionFor,
  toFindings,
  toLessonPlan,
  type Investigation,
  type Reading,
  type Trial,
} from '@nab/contract';
import {
  axisNumber,
  axisUnit,
  casesOf,
  factorOf,
  findingsOf,
  measureOf,
  parseLevel,
  parseQuantity,
  type Measure,
} from '@nab/core';
import { stringify } from 'csv-stringify/sync';

/**
 * All trials of an investigation as CSV (RFC 4180, UTF-8 with a byte-order mark so that spreadsheets
 * read the groups' names), withdrawn trials included and marked. Numbers are in the units that the
 * columns `level_unit`, `series_unit` and `reading_unit` name.
 */
export function trialsCsv({ plan, design, predictions, readings }: Investigation): string {
  const lesson = toLessonPlan(plan, design.design);
  const measure = measureOf(plan.measure);
  const folded = foldTrials(readings);
  const all = [...folded.trials, ...folded.withdrawn];
  const { points } = findingsOf(
    lesson,
    casesOf(lesson),
    toFindings(all, predictions).trials,
    [],
    plan,
  );
  const inBand = new Map(points.map(({ trialId, inBand: inside }) => [trialId, inside]));
  const group = new Map(plan.groups.map(({ id, name }) => [id, name]));
  const objects = new Map(plan.objects.map(({ id, name }) => [id, name]));
  const inUnit = unitOf(measure);
  const rows = all.map((trial) => {
    const { current, history } = trial;
    const prediction = predictionFor(
      predictions,
      current.groupId,
      current.levelId,
      current.seriesId,
    );
    return {
      trial_id: trial.id,
      recorded_at: history[0]!.recordedAt,
      group: spreadsheetSafe(group.get(current.groupId) ?? ''),
      factor: plan.factor,
      ...levelColumns('level', plan.factor, plan.levels, current.levelId),
      series_factor: plan.series?.factor ?? '',
      ...levelColumns('series', plan.series?.factor, plan.series?.levels, current.seriesId),
      measure: plan.measure,
      reading_unit: measure.unit,
      ...outcomeColumns(current.outcome, inUnit, objects),
      group_prediction: rounded(inUnit(prediction?.value ?? null)),
      group_prediction_words: spreadsheetSafe(prediction?.words ?? ''),
      model_prediction: rounded(inUnit(current.model?.value ?? null)),
      model_low: rounded(inUnit(current.model?.low ?? null)),
      model_high: rounded(inUnit(current.model?.high ?? null)),
      in_band: yesNo(inBand.get(trial.id) ?? null),
      on_time_s: current.onTime_s,
      original: spreadsheetSafe(summaryOf(history[0]!, inUnit)),
      corrections: history.length - 1,
      correction_reason: spreadsheetSafe(current.reason ?? ''),
      withdrawn: yesNo(current.withdrawn),
      actor: current.actor,
      odd: current.flags.join(' '),
      note: spreadsheetSafe(current.note),
    };
  });
  return stringify(rows, {
    header: true,
    bom: true,
    record_delimiter: 'windows',
    columns: [...COLUMNS],
  });
}

/** Columns in their order; `docs/formats.md` says what they hold. */
export const COLUMNS = [
  'trial_id',
  'recorded_at',
  'group',
  'factor',
  'level',
  'level_number',
  'level_unit',
  'series_factor',
  'series',
  'series_number',
  'series_unit',
  'measure',
  'reading',
  'reading_unit',
  'held',
  'dropped',
  'parts',
  'off_count',
  'stuck_count',
  'words',
  'verdict',
  'group_prediction',
  'group_prediction_words',
  'model_prediction',
  'model_low',
  'model_high',
  'in_band',
  'on_time_s',
  'original',
  'corrections',
  'correction_reason',
  'withdrawn',
  'actor',
  'odd',
  'note',
] as const;

type Convert = (si: number | null) => number | null;

/** From SI into the measure's own unit. */
function unitOf({ quantity, unit }: Measure): Convert {
  const scale = quantity === null ? 1 : parseQuantity(`1 ${unit}`, quantity).si;
  return (si) => (si === null ? null : si / scale);
}

const rounded = (value: number | null): string =>
  value === null ? '' : String(Number(value.toPrecision(6)));

function levelColumns(
  what: 'level' | 'series',
  factor: Investigation['plan']['factor'] | undefined,
  levels: Investigation['plan']['levels'] | undefined,
  id: string | null,
): Record<string, unknown> {
  const level = levels?.find((one) => one.id === id);
  if (!level || !factor) return {};
  const { axis } = factorOf(factor);
  const number = axisNumber(axis, parseLevel(axis, level.value));
  return {
    [what]: spreadsheetSafe(level.value),
    [`${what}_number`]: Number.isFinite(number) ? rounded(number) : '',
    [`${what}_unit`]: axisUnit(axis),
  };
}

/** What was read, each kind of data in its columns. */
function outcomeColumns(
  outcome: Reading['outcome'],
  inUnit: Convert,
  objects: ReadonlyMap<string, string>,
): Record<string, unknown> {
  switch (outcome.kind) {
    case 'count':
      return {
        reading: outcome.count,
        parts: outcome.parts?.join(' + ') ?? '',
        off_count: outcome.off,
        stuck_count: outcome.stuck,
      };
    case 'number':
      return { reading: rounded(inUnit(outcome.value)) };
    case 'interval':
      return { held: rounded(inUnit(outcome.held)), dropped: rounded(inUnit(outcome.dropped)) };
    case 'yes-no':
      return { reading: yesNo(outcome.yes) };
    case 'objects': {
      const lifted = Object.entries(outcome.lifted).filter(([, yes]) => yes);
      const names = lifted.map(([id]) => objects.get(id) ?? '');
      return { reading: lifted.length, words: spreadsheetSafe(names.join('; ')) };
    }
    case 'words':
      return { words: spreadsheetSafe(outcome.text), verdict: outcome.verdict ?? '' };
  }
}

/** A reading in one cell. */
function summaryOf({ outcome }: Trial['current'], inUnit: Convert): string {
  const { reading, held, dropped, words } = outcomeColumns(outcome, inUnit, new Map());
  if (held !== undefined) return `${String(held)} / ${String(dropped)}`;
  return String(reading ?? words ?? '');
}

const yesNo = (value: boolean | null): string => (value === null ? '' : value ? 'yes' : 'no');

/**
 * A text that a spreadsheet could run as a formula gets an apostrophe in front: one that begins with
 * a sign of formulas, also in its full width or after blanks, or that has one after a mark at which
 * some spreadsheets split a cell. Source: OWASP, “CSV Injection”.
 */
function spreadsheetSafe(text: string): string {
  return /(?:^|[;,\t\r\n|])["'\s]*[=+\-@＝＋－＠\t\r\n]/u.test(text) ? `'${text}` : text;
}
