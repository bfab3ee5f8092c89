import { check, designSchema, evaluationReport } from '@nab/contract';
import { CoreError } from '@nab/core';
import { CommandError } from './files.js';

/** Prints the evaluation of a design file as JSON. */
export function evaluate(parsed: unknown): number {
  const checked = check(designSchema, parsed, 'file');
  if (!checked.ok) {
    const lines = checked.errors.map(({ path, message }) =>
      path === '' ? `  ${message}` : `  ${path}: ${message}`,
    );
    throw new CommandError(`the design is not valid.\n${lines.join('\n')}`);
  }
  try {
    process.stdout.write(`${JSON.stringify(evaluationReport(checked.value), null, 2)}\n`);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    throw new CommandError(`${error.code}: ${error.message}`);
  }
  return 0;
}
