import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkCase, readReferenceFile, ReferenceFileError } from '../src/index.js';

// Source: core/reference/README.md, independent engines; tolerances in src/reference-check.
const file = readReferenceFile(
  JSON.parse(readFileSync(new URL('./given.json', import.meta.url), 'utf8')),
);

/** Kinds that no part of the core claims to compute yet. */
const NOT_BUILT = new Set([
  'force_between_coaxial_current_sheets',
  'force_disc_magnet_thin_solenoid',
  'force_disc_magnet_thick_solenoid',
  'sphere_uniform_field',
  'force_keeper',
  'force_small_ball',
  'flyback_without_diode',
  'flyback_with_diode',
]);

describe('reference cases', () => {
  it.each(
    file.cases
      .filter((entry) => !NOT_BUILT.has(entry.kind))
      .map((entry) => [entry.id, entry] as const),
  )('%s is met in every value', (_id, entry) => {
    const lines = checkCase(entry, file);
    expect(lines.length).toBeGreaterThan(0);
    expect(lines.filter((line) => 'skipped' in line || !line.ok)).toEqual([]);
  });

  it('that are not built are said to be skipped, value by value', () => {
    const skipped = file.cases.filter((entry) => NOT_BUILT.has(entry.kind));
    for (const entry of skipped) {
      const lines = checkCase(entry, file);
      expect(lines).toHaveLength(entry.expected.length);
      expect(lines.every((line) => 'skipped' in line)).toBe(true);
    }
  });

  it('fail when the expected value is wrong', () => {
    const entry = file.cases.find(({ kind }) => kind === 'loop_field')!;
    const wrong = { ...entry, expected: [{ ...entry.expected[1]!, B_z: 1e-3 }] };
    expect(checkCase(wrong, file).some((line) => !('skipped' in line) && !line.ok)).toBe(true);
  });

  it.each([[null], [{ cases: 3 }], [{ cases: [{ id: 'x' }] }]])(
    'in a file of the wrong shape are refused: %j',
    (parsed) => {
      expect(() => readReferenceFile(parsed)).toThrow(ReferenceFileError);
    },
  );

  it('without an input are refused with its name', () => {
    const entry = {
      id: 'x',
      kind: 'loop_field',
      inputs: {},
      expected: [{ r: 0, z: 0, B_r: 0, B_z: 1 }],
    };
    expect(() => checkCase(entry, file)).toThrow(/radius_m/);
  });
});
