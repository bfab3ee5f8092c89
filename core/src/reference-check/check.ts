import {
  numberIn,
  type CheckLine,
  type Computed,
  type ReferenceCase,
  type ReferenceFile,
} from './case-file.js';
import { COIL_CHECKERS } from './coil-cases.js';
import { FIELD_CASES } from './field-cases.js';
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
 * Computes every expected value of a case and compares: by tier 1, and where there are finite
 * elements for it by tier 2 as well. A record about which all are silent comes back as skipped.
 * @param tiers those that are asked; finite elements take a second or two a case.
 * @throws ReferenceFileError when the case lacks an input; CoreError when it is impossible.
 */
export function checkCase(
  entry: ReferenceCase,
  file: ReferenceFile,
  tiers: readonly (1 | 2)[] = [1],
): CheckLine[] {
  const first = tiers.includes(1) ? checkTier1(entry, file) : [];
  const field = tiers.includes(2) ? FIELD_CASES[entry.kind]?.(entry, file) : undefined;
  const second = field ? compared(entry, field, 2) : [];
  const answered = new Set(second.map(({ record }) => record));
  return [...first.filter((line) => !('skipped' in line) || !answered.has(line.record)), ...second];
}

/** What a source says of the records of a case; nothing of those about which it is silent. */
function compared(entry: ReferenceCase, source: QuantitySource, tier: 1 | 2): CheckLine[] {
  return entry.expected.flatMap((record, index): CheckLine[] => {
    const name = typeof record['name'] === 'string' ? record['name'] : entry.kind;
    const distance = record['distance_m'];
    const answer = source(name, typeof distance === 'number' ? distance : undefined);
    if (!answer) return [];
    const expected = numberIn(record, 'value', entry.id);
    const difference = Math.abs(answer.computed - expected);
    const relativeError = difference === 0 ? 0 : difference / Math.abs(expected);
    return [
      {
        id: entry.id,
        quantity: name,
        record: index,
        tier,
        expected,
        computed: answer.computed,
        relativeError,
        tolerance: answer.tolerance,
        ok: relativeError <= answer.tolerance,
      },
    ];
  });
}

function checkTier1(entry: ReferenceCase, file: ReferenceFile): CheckLine[] {
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
