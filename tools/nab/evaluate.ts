import {
  check,
  compassReport,
  evaluationReport,
  experimentDocumentSchema,
  experimentOf,
  shellReport,
  type ExperimentDocument,
  type ExperimentDocuments,
} from '@nab/contract';
import { CoreError, type ExperimentId } from '@nab/core';
import type { Schema } from 'yup';
import { CommandError } from './files.js';

/** What is printed of each experiment; one entry for each, or it does not compile. */
const REPORTS: { readonly [K in ExperimentId]: (document: ExperimentDocuments[K]) => object } = {
  'straight-magnet': evaluationReport,
  'shell-magnet': shellReport,
  compass: compassReport,
};

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
  const schema = experimentDocumentSchema as unknown as Schema<ExperimentDocument>;
  const checked = check(schema, parsed, 'file');
  if (checked.ok) return checked.value;
  const lines = checked.errors.map(({ path, message }) => `  ${path ? `${path}: ` : ''}${message}`);
  throw new CommandError(`the design is not valid.\n${lines.join('\n')}`);
}

/** Prints the evaluation of a design file of any experiment as JSON. */
export function evaluate(parsed: unknown): number {
  const document = readDocument(parsed);
  const report = REPORTS[experimentOf(document)!] as (document: ExperimentDocument) => object;
  try {
    process.stdout.write(`${JSON.stringify(report(document), null, 2)}\n`);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    throw new CommandError(`${error.code}: ${error.message}`);
  }
  return 0;
}
