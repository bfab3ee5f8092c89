import {
  check,
  experimentDocumentSchema,
  experimentOf,
  toSubject,
  type ExperimentDocument,
} from '@nab/contract';
import { CoreError, reportOf } from '@nab/core';
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
  const schema = experimentDocumentSchema as unknown as Schema<ExperimentDocument>;
  const checked = check(schema, parsed, 'file');
  if (checked.ok) return checked.value;
  const lines = checked.errors.map(({ path, message }) => `  ${path ? `${path}: ` : ''}${message}`);
  throw new CommandError(`the design is not valid.\n${lines.join('\n')}`);
}

/** Prints the evaluation of a design file of any experiment as JSON. */
export function evaluate(parsed: unknown): number {
  const document = readDocument(parsed);
  try {
    const report = reportOf(toSubject(document), document.name);
    process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    throw new CommandError(`${error.code}: ${error.message}`);
  }
  return 0;
}
