import { seededRandom } from '@nab/core/numerics';
import { standIn, type InstrumentKind } from '@nab/core/lesson';
import { Subject } from 'rxjs';
import type { InstrumentLine } from './instrument-line';

/** A line to an instrument that ships with Nab and does not exist. */
export function standInLine(kind: InstrumentKind, truth: () => number): InstrumentLine {
  const lines = new Subject<string>();
  const device = standIn(kind, truth, seededRandom(Date.now()));
  return {
    lines,
    write(line) {
      for (const answer of device.answer(line)) lines.next(answer);
      return Promise.resolve();
    },
    close() {
      lines.complete();
      return Promise.resolve();
    },
  };
}
