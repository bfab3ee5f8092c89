import {
  numberIn,
  type CheckLine,
  type Computed,
  type ExpectedRecord,
  type ReferenceCase,
  type ReferenceFile,
} from './case-file.js';
import { COIL_CHECKERS } from './coil-cases.js';
import { FIELD_CASES, FIELD_ROWS } from './field-cases.js';
import {
  ballCase,
  demagnetisingCase,
  keeperCase,
  rodCase,
  type QuantitySource,
} from './core-cases.js';
import { twoPoleCase } from './two-pole-cases.js';

const CORE_CASES: Readonly<
  Record<string, (entry: ReferenceCase, file: ReferenceFile) => QuantitySource>
> = {
  demagnetising_factor_cylinder: demagnetisingCase,
  linear_rod_coil: rodCase,
  nonlinear_rod_coil: rodCase,
  force_keeper: keeperCase,
  force_small_ball: ballCase,
};

/** Kinds whose records need their neighbours. */
const WHOLE_CASES: Readonly<
  Record<string, (entry: ReferenceCase) => (record: ExpectedRecord) => Computed[]>
> = { two_pole_linear: twoPoleCase };

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
  const second = tiers.includes(2) ? checkTier2(entry, file) : [];
  const answered = new Set(second.map(({ record }) => record));
  return [...first.filter((line) => !('skipped' in line) || !answered.has(line.record)), ...second];
}

function checkTier2(entry: ReferenceCase, file: ReferenceFile): CheckLine[] {
  const rows = FIELD_ROWS[entry.kind];
  if (rows) {
    return entry.expected.flatMap((record, index) =>
      rows(entry, record).map((computed) => lineOf(entry.id, index, 2, computed)),
    );
  }
  const source = FIELD_CASES[entry.kind]?.(entry, file);
  if (!source) return [];
  return entry.expected.flatMap((record, index): CheckLine[] => {
    const name = typeof record['name'] === 'string' ? record['name'] : entry.kind;
    const distance = record['distance_m'];
    const answer = source(name, typeof distance === 'number' ? distance : undefined);
    if (!answer) return [];
    const expected = numberIn(record, 'value', entry.id);
    const computed = { quantity: name, expected, scale: Math.abs(expected), ...answer };
    return [lineOf(entry.id, index, 2, computed)];
  });
}

function lineOf(
  id: string,
  record: number,
  tier: 1 | 2,
  { quantity, expected, computed, scale, tolerance }: Computed,
): CheckLine {
  const difference = Math.abs(computed - expected);
  const relativeError = difference === 0 ? 0 : difference / scale;
  const ok = relativeError <= tolerance;
  return { id, quantity, record, tier, expected, computed, relativeError, tolerance, ok };
}

function checkTier1(entry: ReferenceCase, file: ReferenceFile): CheckLine[] {
  const coilChecker = COIL_CHECKERS[entry.kind];
  const source = CORE_CASES[entry.kind]?.(entry, file);
  const whole = WHOLE_CASES[entry.kind]?.(entry);
  return entry.expected.flatMap((record, index): CheckLine[] => {
    const name = typeof record['name'] === 'string' ? record['name'] : entry.kind;
    let computed: Computed[] = [];
    if (whole) {
      computed = whole(record);
    } else if (coilChecker) {
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
    return computed.map((one) => lineOf(entry.id, index, 1, one));
  });
}
