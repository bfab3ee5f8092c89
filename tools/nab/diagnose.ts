import { check } from '@nab/contract/problem';
import { diagnosisSchema, toEvidence, toMagnetDesign } from '@nab/contract/experiments';
import { CoreError } from '@nab/core/errors';
import { diagnosisReport } from '@nab/core/teaching';
import { CommandError } from './files.js';

/** Prints causes with their probabilities and the next test, of a file of symptoms and readings. */
export function diagnose(parsed: unknown): number {
  const checked = check(diagnosisSchema, parsed, 'file');
  if (!checked.ok) {
    const lines = checked.errors.map(
      ({ path, message }) => `  ${path ? `${path}: ` : ''}${message}`,
    );
    throw new CommandError(`the file is no diagnosis.\n${lines.join('\n')}`);
  }
  const { design, tools } = checked.value;
  try {
    const report = diagnosisReport(toMagnetDesign(design), toEvidence(checked.value), tools);
    process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    throw new CommandError(`${error.code}: ${error.message}`);
  }
  return 0;
}
