import {
  foldTrials,
  toFindings,
  toLessonPlan,
  type Investigation,
  type Prediction,
  type Reading,
  type Trial,
} from '@nab/contract/lesson';
import {
  axisNumber,
  axisUnit,
  casesOf,
  factorOf,
  findingsOf,
  measureOf,
  parseLevel,
  type Measure,
} from '@nab/core/lesson';
import { parseQuantity } from '@nab/core/quantities';

/** What stands in a column. */
type Kind = 'text' | 'number' | 'yes-no' | 'instant';
/** Whose unit a column's numbers have. */
type UnitOf = 'level' | 'series' | 'reading';

/** Columns in their order; `docs/formats.md` says what they hold. */
export const COLUMNS = {
  trial_id: { kind: 'text' },
  recorded_at: { kind: 'instant' },
  group: { kind: 'text' },
  factor: { kind: 'text' },
  level: { kind: 'text' },
  level_number: { kind: 'number', unit: 'level' },
  level_unit: { kind: 'text' },
  series_factor: { kind: 'text' },
  series: { kind: 'text' },
  series_number: { kind: 'number', unit: 'series' },
  series_unit: { kind: 'text' },
  measure: { kind: 'text' },
  reading: { kind: 'number', unit: 'reading' },
  reading_unit: { kind: 'text' },
  held: { kind: 'number', unit: 'reading' },
  dropped: { kind: 'number', unit: 'reading' },
  parts: { kind: 'text' },
  off_count: { kind: 'number' },
  stuck_count: { kind: 'number' },
  words: { kind: 'text' },
  verdict: { kind: 'text' },
  group_prediction: { kind: 'number', unit: 'reading' },
  group_prediction_words: { kind: 'text' },
  model_prediction: { kind: 'number', unit: 'reading' },
  model_low: { kind: 'number', unit: 'reading' },
  model_high: { kind: 'number', unit: 'reading' },
  in_band: { kind: 'yes-no' },
  on_time_s: { kind: 'number' },
  original: { kind: 'text' },
  corrections: { kind: 'number' },
  correction_reason: { kind: 'text' },
  withdrawn: { kind: 'yes-no' },
  actor: { kind: 'text' },
  odd: { kind: 'text' },
  note: { kind: 'text' },
} as const satisfies Readonly<Record<string, { readonly kind: Kind; readonly unit?: UnitOf }>>;

export type ColumnName = keyof typeof COLUMNS;

/** A column of one investigation. */
export interface Column {
  readonly name: ColumnName;
  readonly kind: Kind;
  /** Of its numbers; empty where they have none. */
  readonly unit: string;
  /** Name with the unit, as in its heading. */
  readonly head: string;
}

/** A cell as it is: nothing, a text, or a number; yes and no are written as such. */
export type Cell = string | number | null;

export interface TrialTable {
  readonly columns: readonly Column[];
  readonly rows: readonly Readonly<Record<ColumnName, Cell>>[];
}

/**
 * All trials of an investigation as a table, withdrawn trials included and marked. Numbers are in
 * the units that the heads name.
 */
export function trialTable(investigation: Investigation): TrialTable {
  const { plan, design, predictions, readings, learnt = null } = investigation;
  const lesson = toLessonPlan(plan, design.design, learnt);
  const measure = measureOf(plan.measure);
  const folded = foldTrials(readings);
  const all = [...folded.trials, ...folded.withdrawn];
  const { inside } = findingsOf(
    lesson,
    casesOf(lesson),
    toFindings(all, predictions).trials,
    [],
    plan,
  );
  const group = new Map(plan.groups.map(({ id, name }) => [id, name]));
  const objects = new Map(plan.objects.map(({ id, name }) => [id, name]));
  const inUnit = unitOf(measure);
  const guesses = newestGuesses(predictions);
  const rows = all.map((trial) => {
    const { current, history } = trial;
    const prediction = guesses.get(placeOf(current));
    return {
      ...NOTHING,
      trial_id: trial.id,
      recorded_at: history[0]!.recordedAt,
      group: group.get(current.groupId) ?? null,
      factor: plan.factor,
      ...levelColumns('level', plan.factor, plan.levels, current.levelId),
      series_factor: plan.series?.factor ?? null,
      ...levelColumns('series', plan.series?.factor, plan.series?.levels, current.seriesId),
      measure: plan.measure,
      reading_unit: measure.unit,
      ...outcomeColumns(current.outcome, inUnit, objects),
      group_prediction: inUnit(prediction?.value ?? null),
      group_prediction_words: prediction?.words ?? null,
      model_prediction: inUnit(current.model?.value ?? null),
      model_low: inUnit(current.model?.low ?? null),
      model_high: inUnit(current.model?.high ?? null),
      in_band: yesNo(inside.get(trial.id) ?? null),
      on_time_s: current.onTime_s,
      original: summaryOf(history[0]!, inUnit),
      corrections: history.length - 1,
      correction_reason: current.reason,
      withdrawn: yesNo(current.withdrawn),
      actor: current.actor,
      odd: current.flags.join(' '),
      note: current.note,
    };
  });
  const units: Readonly<Record<UnitOf, string>> = {
    level: axisUnit(factorOf(plan.factor).axis),
    series: plan.series ? axisUnit(factorOf(plan.series.factor).axis) : '',
    reading: measure.unit,
  };
  return { columns: COLUMN_NAMES.map((name) => columnOf(name, units)), rows };
}

const COLUMN_NAMES = Object.keys(COLUMNS) as ColumnName[];

const NOTHING = Object.fromEntries(COLUMN_NAMES.map((name) => [name, null])) as Record<
  ColumnName,
  Cell
>;

function columnOf(name: ColumnName, units: Readonly<Record<UnitOf, string>>): Column {
  const { kind, unit: of }: { kind: Kind; unit?: UnitOf } = COLUMNS[name];
  const unit = of ? units[of] : '';
  return { name, kind, unit, head: unit ? `${name} (${unit})` : name };
}

/** Where a prediction or a trial belongs. */
const placeOf = (at: {
  readonly groupId: string;
  readonly levelId: string;
  readonly seriesId: string | null;
}): string => `${at.groupId} ${at.levelId} ${at.seriesId ?? ''}`;

/** The prediction in force at each place: the last that arrived. */
function newestGuesses(predictions: readonly Prediction[]): Map<string, Prediction> {
  const newest = new Map<string, Prediction>();
  for (const one of predictions) {
    const last = newest.get(placeOf(one));
    if (!last || one.arrival >= last.arrival) newest.set(placeOf(one), one);
  }
  return newest;
}

type Convert = (si: number | null) => number | null;

/** From SI into the measure's own unit. */
function unitOf({ quantity, unit }: Measure): Convert {
  const scale = quantity === null ? 1 : parseQuantity(`1 ${unit}`, quantity).si;
  return (si) => (si === null ? null : rounded(si / scale));
}

const rounded = (value: number): number => Number(value.toPrecision(6));

function levelColumns(
  what: 'level' | 'series',
  factor: Investigation['plan']['factor'] | undefined,
  levels: Investigation['plan']['levels'] | undefined,
  id: string | null,
): Partial<Record<ColumnName, Cell>> {
  const level = levels?.find((one) => one.id === id);
  if (!level || !factor) return {};
  const { axis } = factorOf(factor);
  const number = axisNumber(axis, parseLevel(axis, level.value));
  return {
    [what]: level.value,
    [`${what}_number`]: Number.isFinite(number) ? rounded(number) : null,
    [`${what}_unit`]: axisUnit(axis),
  };
}

/** What was read, each kind of data in its columns. */
function outcomeColumns(
  outcome: Reading['outcome'],
  inUnit: Convert,
  objects: ReadonlyMap<string, string>,
): Partial<Record<ColumnName, Cell>> {
  switch (outcome.kind) {
    case 'count':
      return {
        reading: outcome.count,
        parts: outcome.parts?.join(' + ') ?? null,
        off_count: outcome.off,
        stuck_count: outcome.stuck,
      };
    case 'number':
      return { reading: inUnit(outcome.value) };
    case 'interval':
      return { held: inUnit(outcome.held), dropped: inUnit(outcome.dropped) };
    case 'yes-no':
      return { reading: yesNo(outcome.yes) };
    case 'objects': {
      const lifted = Object.entries(outcome.lifted).filter(([, yes]) => yes);
      const names = lifted.map(([id]) => objects.get(id) ?? '');
      return { reading: lifted.length, words: names.join('; ') };
    }
    case 'words':
      return { words: outcome.text, verdict: outcome.verdict ?? null };
  }
}

/** A reading in one cell. */
function summaryOf({ outcome }: Trial['current'], inUnit: Convert): string {
  const { reading, held, dropped, words } = outcomeColumns(outcome, inUnit, new Map());
  if (held !== undefined) return `${String(held)} / ${String(dropped ?? '')}`;
  return String(reading ?? words ?? '');
}

const yesNo = (value: boolean | null): Cell => (value === null ? null : value ? 'yes' : 'no');
