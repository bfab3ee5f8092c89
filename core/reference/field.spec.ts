import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkCase, readReferenceFile } from '@nab/core/validation';

// Source: core/reference/README.md. A case takes a second or two, so some of each kind stand for all
// here; `npm run --silent nab -- reference core/reference/given.json --tier 2` checks every one.
const file = readReferenceFile(
  JSON.parse(readFileSync(new URL('./given.json', import.meta.url), 'utf8')),
);
const CHECKED = [
  'given.demag.cyl_LD1_mu100000',
  'given.linear.rod8x50',
  'given.sphere_uniform_field',
  'given.ball.rod8x50.mu1000.gap1mm',
  'given.nonlinear.boltM8x50.NI400',
  'given.nonlinear.nail4x75.NI1600',
  'given.force.rod8x50_plate.gap0.02mm.NI1200',
  'given.force.rod8x50_plate.gap0.5mm.NI100',
  'given.force.pot40.gap0.1mm.NI400',
];

describe('finite elements', () => {
  it.each(file.cases.filter(({ id }) => CHECKED.includes(id)).map((entry) => [entry.id, entry]))(
    'meet %s in every value',
    (_id, entry) => {
      const lines = checkCase(entry, file, [2]);
      const records = new Set(lines.map((line) => line.record));
      expect(records.size).toBe(entry.expected.length);
      expect(lines.filter((line) => 'skipped' in line || !line.ok)).toEqual([]);
    },
    90_000,
  );

  it('are asked only for what exists', () => {
    const ids = new Set(file.cases.map(({ id }) => id));
    expect(CHECKED.filter((id) => !ids.has(id))).toEqual([]);
  });
});
