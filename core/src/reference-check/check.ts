import {
  numberIn,
  type CheckLine,
  type Computed,
  type ReferenceCase,
  type ReferenceFile,
} from './case-file.js';
import { COIL_CHECKERS } from './coil-cases.js';
import {
  ballCase,
  demagnetisingCase,
  keeperCase,
  rodCase,
  type QuantitySource,
} from './core-cases.js';

const CORE_CASES: Readonly<
  Record<string, (entry: ReferenceCase, file: ReferenceFile) => QuantitySource>
> = {
  demagnetising_factor_cylinder: demagnetisingCase,
  linear_rod_coil: rodCase,
  nonlinear_rod_coil: rodCase,
  force_keeper: keeperCase,
  force_small_ball: ballCase,
};

/**
 * Computes every expected value of a case and compares. Kinds that are not built yet, and
 * quantities of a case about which tier 1 is silent, come back as skipped.
 * @throws ReferenceFileError when the case lacks an input; CoreError when it is impossible.
 */
export function checkCase(entry: ReferenceCase, file: ReferenceFile): CheckLine[] {
  const coilChecker = COIL_CHECKERS[entry.kind];
  const source = CORE_CASES[entry.kind]?.(entry, file);
  return entry.expected.flatMap((record, index): CheckLine[] => {
    const name = typeof record['name'] === 'string' ? record['name'] : entry.kind;
    let computed: Computed[] = [];
    if (coilChecker) {
      computed = coilChecker(entry, record);
    } else if (source) {
      const distance = record['distance_m'];
      const answer = source(name, typeof distance === 'number' ? distance : undefined);
      const expected = numberIn(record, 'value', entry.id);
      if (answer) {
        computed = [{ quantity: name, expected, scale: Math.abs(expected), ...answer }];
      }
    }
    if (computed.length === 0) {
      return [{ id: entry.id, quantity: name, record: index, skipped: true as const }];
    }
    return computed.map(({ quantity, expected, computed: value, scale, tolerance }) => {
      const difference = Math.abs(value - expected);
      const relativeError = difference === 0 ? 0 : difference / scale;
      return {
        id: entry.id,
        quantity,
        record: index,
        tier: 1 as const,
        expected,
        computed: value,
        relativeError,
        tolerance,
        ok: relativeError <= tolerance,
      };
    });
  });
}
