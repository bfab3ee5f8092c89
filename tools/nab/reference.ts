import {
  checkCase,
  readReferenceFile,
  ReferenceFileError,
  type ReferenceFile,
} from '@nab/core/validation';
import { CommandError } from './files.js';

/**
 * Prints one JSON line per expected value and tier of a reference file and the counts at the end. A
 * case that cannot be read or computed fails alone, with its reason; the counts come whatever happens.
 * @param tiers 1 for closed forms and the segmented rod, 2 for finite elements.
 * @returns 0 when every value was met and every case could be read.
 * @throws CommandError when the file is no reference file at all.
 */
export function reference(parsed: unknown, tiers: readonly (1 | 2)[]): number {
  const counts = { ok: 0, failed: 0, skipped: 0, unreadable: 0 };
  const print = (line: object): boolean => process.stdout.write(`${JSON.stringify(line)}\n`);
  let file: ReferenceFile;
  try {
    file = readReferenceFile(parsed);
  } catch (error) {
    if (!(error instanceof ReferenceFileError)) throw error;
    throw new CommandError(error.message);
  }
  try {
    for (const entry of file.cases) {
      try {
        for (const line of checkCase(entry, file, tiers)) {
          if ('skipped' in line) counts.skipped++;
          else if (line.ok) counts.ok++;
          else counts.failed++;
          print(line);
        }
      } catch (error) {
        // Whatever it was: the other cases are still to be checked.
        counts.unreadable++;
        print({ id: entry.id, kind: entry.kind, unreadable: (error as Error).message });
      }
    }
  } finally {
    print(counts);
  }
  return counts.failed + counts.unreadable === 0 ? 0 : 1;
}
