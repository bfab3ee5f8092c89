import { checkCase, CoreError, readReferenceFile, ReferenceFileError } from '@nab/core';
import { CommandError } from './files.js';

/**
 * Prints one JSON line per expected value and tier of a reference file and the counts at the end.
 * @param tiers 1 for closed forms and the segmented rod, 2 for finite elements.
 */
export function reference(parsed: unknown, tiers: readonly (1 | 2)[]): number {
  const counts = { ok: 0, failed: 0, skipped: 0 };
  try {
    const file = readReferenceFile(parsed);
    for (const entry of file.cases) {
      for (const line of checkCase(entry, file, tiers)) {
        if ('skipped' in line) counts.skipped++;
        else if (line.ok) counts.ok++;
        else counts.failed++;
        process.stdout.write(`${JSON.stringify(line)}\n`);
      }
    }
  } catch (error) {
    if (!(error instanceof ReferenceFileError) && !(error instanceof CoreError)) throw error;
    throw new CommandError(error.message);
  }
  process.stdout.write(`${JSON.stringify(counts)}\n`);
  return counts.failed === 0 ? 0 : 1;
}
