import { check } from '@nab/contract/problem';
import {
  foldTrials,
  investigationFileSchema,
  readingRowSchema,
  readingSchema,
  toFindings,
  toLessonPlan,
  toOrderedReadings,
  toReadingRow,
  type Reading,
} from '@nab/contract/lesson';
import { analyse } from '@nab/core/statistics';
import { casesOf, findingsOf, measureOf, readingsReport } from '@nab/core/lesson';
import { inUnitOf, levelWords } from '@nab/words/lesson';
import { parse } from 'csv-parse/sync';
import { CommandError } from './files.js';

/** Prints every statistic of a table of readings, or of an investigation's file, as one JSON object. */
export function findings(text: string, name: string): number {
  const report = /^\s*\{/.test(text) ? ofInvestigation(text, name) : ofTable(text);
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  return 0;
}

/** @throws CommandError with a line for each row that cannot be used. */
function ofTable(text: string): Record<string, unknown> {
  let rows: Record<string, string>[];
  try {
    rows = parse(text, { bom: true, columns: true, skip_empty_lines: true, trim: true });
  } catch (error) {
    throw new CommandError(`the file is no CSV: ${(error as Error).message}.`);
  }
  if (rows.length === 0) throw new CommandError('the table has no rows.');
  const wrong: string[] = [];
  const good = rows.flatMap((row, i) => {
    const checked = check(readingRowSchema, row, 'file');
    if (checked.ok) return [toReadingRow(checked.value)];
    wrong.push(
      ...checked.errors.map(({ path, message }) => `  row ${i + 2}, ${path || 'row'}: ${message}`),
    );
    return [];
  });
  if (wrong.length > 0) throw new CommandError(`the table cannot be used.\n${wrong.join('\n')}`);
  const { readings, levels, graded } = toOrderedReadings(good);
  return {
    format: 'nab-findings',
    version: 1,
    lines: [{ series: null, ...readingsReport(readings, analyse(readings, graded), levels) }],
  };
}

/** The same as the page computes, of an investigation as the server answers with it. */
function ofInvestigation(text: string, name: string): Record<string, unknown> {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch (error) {
    throw new CommandError(`${name} is not JSON: ${(error as Error).message}.`);
  }
  const checked = check(investigationFileSchema, parsed, 'file');
  if (!checked.ok) {
    const lines = checked.errors.map(({ path, message }) => `  ${path}: ${message}`);
    throw new CommandError(`the investigation is not valid.\n${lines.join('\n')}`);
  }
  const { plan, design } = checked.value;
  const readings = readingsIn(parsed);
  const lesson = toLessonPlan(plan, design.design);
  const cases = casesOf(lesson);
  const { trials, guesses } = toFindings(foldTrials(readings).trials, []);
  const found = findingsOf(lesson, cases, trials, guesses, plan);
  const measure = measureOf(plan.measure);
  const unit = inUnitOf(measure);
  return {
    format: 'nab-findings',
    version: 1,
    title: plan.title,
    measure: plan.measure,
    unit: measure.unit,
    trials: found.trials,
    lines: found.series.map(({ seriesId, readings: own }) => {
      const scaled = own.map((one) => ({
        ...one,
        y: unit(one.y),
        between: one.interval ? ([unit(one.interval[0]), unit(one.interval[1])] as const) : null,
      }));
      const names = plan.levels.map(({ id }) => levelWords(plan, id));
      return {
        series: seriesId === null ? null : levelWords(plan, seriesId),
        ...readingsReport(
          scaled,
          analyse(
            scaled,
            own.every(({ x }) => Number.isFinite(x)),
          ),
          names,
        ),
      };
    }),
  };
}

/** @throws CommandError with what is wrong with any of them. */
function readingsIn(parsed: unknown): Reading[] {
  const { readings = [] } = parsed as { readings?: unknown };
  if (!Array.isArray(readings)) throw new CommandError('the readings are no list.');
  return readings.map((one: Partial<Reading> | null, i) => {
    // What was handed on says its order by its place.
    const { id = '', receivedAt = '', arrival = i, ...sent } = one ?? {};
    const checked = check(readingSchema, sent, 'file');
    if (checked.ok) return { ...checked.value, id, receivedAt, arrival };
    const lines = checked.errors.map(({ path, message }) => `  readings[${i}].${path}: ${message}`);
    throw new CommandError(`the investigation is not valid.\n${lines.join('\n')}`);
  });
}
