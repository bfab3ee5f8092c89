import { check } from '@nab/contract/problem';
import {
  experimentDocumentSchema,
  experimentOf,
  filingsSchema,
  needleSchema,
  permanentSchema,
  toFilingSource,
  toNeedle,
  toPermanent,
  toSubject,
  type ExperimentDocument,
  type FilingsDocument,
  type NeedleDocument,
  type PermanentDocument,
} from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import { filingsReport, needleReport, permanentReport, reportOf } from '@nab/core/experiments';
import type { Schema } from 'yup';
import { CommandError } from './files.js';

/**
 * Reads a design of whichever experiment its format says.
 * @throws CommandError with a line for each field that is wrong.
 */
export function readDocument(parsed: unknown): ExperimentDocument {
  if (experimentOf(parsed) === null) {
    throw new CommandError(
      'the file is no design of Nab’s: its "format" says of which experiment it is.',
    );
  }
  return readAs(experimentDocumentSchema as unknown as Schema<ExperimentDocument>, parsed);
}

function readAs<T>(schema: Schema<T>, parsed: unknown): T {
  const checked = check(schema, parsed, 'file');
  if (checked.ok) return checked.value;
  const lines = checked.errors.map(({ path, message }) => `  ${path ? `${path}: ` : ''}${message}`);
  throw new CommandError(`the design is not valid.\n${lines.join('\n')}`);
}

/** Prints the evaluation of a design file of any experiment, or of a station's, as JSON. */
export function evaluate(parsed: unknown): number {
  try {
    const report = evaluated(parsed);
    process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    throw new CommandError(`${error.code}: ${error.message}`);
  }
  return 0;
}

function evaluated(parsed: unknown): object {
  switch ((parsed as { format?: unknown } | null)?.format) {
    case 'nab-needle': {
      const needle = readAs(needleSchema as Schema<NeedleDocument>, parsed);
      return needleReport(toNeedle(needle, new Date()), needle.name);
    }
    case 'nab-filings': {
      const sheet = readAs(filingsSchema as Schema<FilingsDocument>, parsed);
      return filingsReport(toFilingSource(sheet), sheet.name);
    }
    case 'nab-permanent': {
      const magnet = readAs(permanentSchema as Schema<PermanentDocument>, parsed);
      return permanentReport(toPermanent(magnet), magnet.name);
    }
    default: {
      const document = readDocument(parsed);
      return reportOf(toSubject(document), document.name);
    }
  }
}
