import {
  check,
  designSchema,
  evaluationReport,
  shellReport,
  shellSchema,
  type FieldError,
} from '@nab/contract';
import { CoreError } from '@nab/core';
import { CommandError } from './files.js';

/** Prints the evaluation of a design file, or of a shell magnet's, as JSON. */
export function evaluate(parsed: unknown): number {
  const report = reportOf(parsed);
  try {
    process.stdout.write(`${JSON.stringify(report(), null, 2)}\n`);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    throw new CommandError(`${error.code}: ${error.message}`);
  }
  return 0;
}

function reportOf(parsed: unknown): () => object {
  const format = (parsed as { format?: unknown } | null)?.format;
  if (format === 'nab-shell-magnet') {
    const checked = check(shellSchema, parsed, 'file');
    if (!checked.ok) throw invalid('shell magnet', checked.errors);
    return () => shellReport(checked.value);
  }
  const checked = check(designSchema, parsed, 'file');
  if (!checked.ok) throw invalid('design', checked.errors);
  return () => evaluationReport(checked.value);
}

function invalid(what: string, errors: readonly FieldError[]): CommandError {
  const lines = errors.map(({ path, message }) =>
    path === '' ? `  ${message}` : `  ${path}: ${message}`,
  );
  return new CommandError(`the ${what} is not valid.\n${lines.join('\n')}`);
}
