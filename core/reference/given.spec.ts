import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  checkCase,
  readReferenceFile,
  ReferenceFileError,
  type ReferenceCase,
} from '@nab/core/validation';

// Source: core/reference/README.md, independent engines; tolerances in src/reference-check.
const file = readReferenceFile(
  JSON.parse(readFileSync(new URL('./given.json', import.meta.url), 'utf8')),
);

/** Kinds that tier 1 does not claim to compute. */
const NOT_BUILT = new Set(['sphere_uniform_field']);
const isBuilt = (entry: ReferenceCase): boolean => !NOT_BUILT.has(entry.kind);
/** Rough estimates that a case prints beside its values; nobody claims them. */
const isEstimate = (quantity: string): boolean => quantity.startsWith('simple_estimate');
/** Of a magnet before a keeper only pull and flux are claimed. */
const CLAIMED_OF_KEEPER = ['F_z', 'flux_pole'];

describe('reference cases', () => {
  it.each(file.cases.filter(isBuilt).map((entry) => [entry.id, entry] as const))(
    '%s is met in every value',
    (_id, entry) => {
      const lines = checkCase(entry, file);
      expect(lines.length).toBeGreaterThan(0);
      const claimed = lines.filter(
        ({ quantity }) =>
          !isEstimate(quantity) &&
          (entry.kind !== 'force_keeper' || CLAIMED_OF_KEEPER.includes(quantity)),
      );
      expect(claimed.length).toBeGreaterThan(0);
      expect(claimed.filter((line) => 'skipped' in line || !line.ok)).toEqual([]);
    },
  );

  it('that are not built are said to be skipped, value by value', () => {
    const skipped = file.cases.filter((entry) => !isBuilt(entry));
    expect(skipped.length).toBeGreaterThan(0);
    for (const entry of skipped) {
      const lines = checkCase(entry, file);
      expect(lines).toHaveLength(entry.expected.length);
      expect(lines.every((line) => 'skipped' in line)).toBe(true);
    }
  });

  it('with a bolt’s head before a plate are no shell magnets', () => {
    const plain = file.cases.find(({ id }) => id.includes('rod8x50_plate.gap0.02mm.NI400'))!;
    const { iron } = plain.inputs as { iron: object[] };
    const head = { r0_m: 0, r1_m: 0.0065, z0_m: -0.005, z1_m: 0 };
    const bolt = { ...plain, inputs: { ...plain.inputs, iron: [...iron, head] } };
    const fluxOf = (entry: ReferenceCase): number => {
      const line = checkCase(entry, file).find(({ quantity }) => quantity === 'flux_pole')!;
      return (line as { computed: number }).computed;
    };
    // A head at the other end leads more flux to the pole than none.
    expect(fluxOf(bolt)).toBeGreaterThan(fluxOf(plain));
    expect(fluxOf(bolt)).toBeLessThan(1.6 * fluxOf(plain));
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
