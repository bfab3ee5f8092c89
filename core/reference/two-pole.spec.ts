import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkCase, readReferenceFile, type ReferenceCase } from '@nab/core/validation';

// Source: core/reference/README.md, three-dimensional finite elements; tolerances in src/reference-check.
const file = readReferenceFile(
  JSON.parse(readFileSync(new URL('./two-pole.json', import.meta.url), 'utf8')),
);
const caseOf = (part: string): ReferenceCase => file.cases.find(({ id }) => id.includes(part))!;
const computed = (entry: ReferenceCase, quantity: string): number =>
  (checkCase(entry, file).find((line) => line.quantity === quantity) as { computed: number })
    .computed;
/** A case with one part of its yoke or with a joint's gap changed. */
const changed = (entry: ReferenceCase, inputs: object): ReferenceCase => ({
  ...entry,
  inputs: { ...entry.inputs, ...inputs },
});

describe('two cores against finite elements', () => {
  it.each(file.cases.map((entry) => [entry.id, entry] as const))(
    '%s is met in every value that is claimed',
    (_id, entry) => {
      const lines = checkCase(entry, file);
      expect(lines).toHaveLength(entry.expected.length);
      expect(lines.filter((line) => !('skipped' in line) && !line.ok)).toEqual([]);
      // Between the poles and behind a bar no field is claimed.
      const skipped = lines.filter((line) => 'skipped' in line).map(({ quantity }) => quantity);
      expect(skipped).toEqual(
        'keeper' in entry.inputs ? ['Bz_axis_10mm', 'Bx_axis_10mm', 'B_midpoint_abs'] : [],
      );
    },
  );

  it.each(['A1.s24.mu1000.opposite', 'A1.s24.mu1000.alike', 'B1'])(
    'without a keeper is far better than what is asked for: %s',
    (part) => {
      for (const line of checkCase(caseOf(part), file)) {
        expect('skipped' in line ? 1 : line.relativeError, line.quantity).toBeLessThan(0.02);
      }
    },
  );

  it('loses flux to a joint’s gap and gains by a thicker yoke', () => {
    const yoked = caseOf('B1');
    const flux = computed(yoked, 'flux_mid');
    const screwed = computed(changed(yoked, { joint_gap_m: 1e-4 }), 'flux_mid');
    expect(screwed / flux).toBeGreaterThan(0.8);
    expect(screwed / flux).toBeLessThan(0.9);
    const { yoke } = yoked.inputs as { yoke: Record<string, number> };
    const thin = changed(yoked, { yoke: { ...yoke, z0_m: -0.002, y0_m: -0.002, y1_m: 0.002 } });
    expect(computed(thin, 'flux_mid') / flux).toBeLessThan(0.97);
  });

  it('is refused with the name of what is missing', () => {
    const { coil: _coil, ...rest } = caseOf('B1').inputs;
    expect(() => checkCase({ ...caseOf('B1'), inputs: rest }, file)).toThrow(/coil/);
  });
});
