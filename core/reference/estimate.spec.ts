import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  fieldEnergy,
  FINE,
  forceByVirtualWork,
  forceOn,
  linkagePerTurn,
  adaptiveSolutions,
  solveAdaptively,
  type Accuracy,
} from '@nab/core/fem';
import { readReferenceFile } from '@nab/core/validation';
import { steelProblemOf } from '../src/validation/reference-check/field-cases.js';

// Source: core/reference/README.md.
const file = readReferenceFile(
  JSON.parse(readFileSync(new URL('./given.json', import.meta.url), 'utf8')),
);
const STEEL = ['linear_rod_coil', 'nonlinear_rod_coil', 'force_keeper'];
const cases = file.cases.filter(({ kind }) => STEEL.includes(kind));
const expected = (entry: (typeof cases)[number], name: string): number =>
  entry.expected.find((record) => record['name'] === name)!['value'] as number;

/** Coarse, so that what the field lacks is far above what the reference lacks (2e-5). */
const COARSE: Accuracy = {
  ...FINE,
  grid: { ...FINE.grid, graded: { finest: 0.05, growth: 0.7, largest: 0.3, axis: 0.65 } },
  accuracy: 0.03,
};

describe('the estimated error of a field', () => {
  // The energy's norm of the error is the root of what the co-energy lacks: Galerkin's field has the
  // least energy that its triangles allow.
  it.each(cases.map((entry) => [entry.id, entry] as const))(
    'is within a factor of three of the true one: %s',
    (_id, entry) => {
      let refined = 0;
      for (const { solution, estimate } of adaptiveSolutions(steelProblemOf(entry, file), COARSE)) {
        const lacking = Math.abs(fieldEnergy(solution).coenergy / expected(entry, 'Wco') - 1);
        expect(estimate.relative / Math.sqrt(lacking)).toBeGreaterThan(1 / 3);
        expect(estimate.relative / Math.sqrt(lacking)).toBeLessThan(3);
        refined++;
      }
      expect(refined).toBeGreaterThan(0);
    },
  );
});

describe('the pull on a plate', () => {
  it.each([
    'given.force.pot40.gap0.1mm.NI400',
    'given.force.pot40.gap1mm.NI1500',
    'given.force.rod8x50_plate.gap0.02mm.NI400',
  ])('is the same by stress and by virtual work, and the reference’s: %s', (id) => {
    const entry = cases.find((one) => one.id === id)!;
    const { solution } = solveAdaptively(steelProblemOf(entry, file), COARSE);
    const gap = entry.inputs['gap_m'] as number;
    const [stress, work] = [forceOn(solution, 1), forceByVirtualWork(solution, 1, gap / 1000)];
    expect(Math.abs(stress / expected(entry, 'F_z') - 1)).toBeLessThan(2e-3);
    expect(Math.abs(work / expected(entry, 'F_z') - 1)).toBeLessThan(2e-3);
  });
});

describe('the error of a field against its unknowns', () => {
  /** Exponent of the fall of the linkage's error from the first field to the last. */
  const rateOf = (id: string, accuracy: Accuracy): number => {
    const entry = cases.find((one) => one.id === id)!;
    const points = [...adaptiveSolutions(steelProblemOf(entry, file), accuracy)].map(
      ({ solution }) => ({
        unknowns: solution.u.length,
        error: Math.abs(linkagePerTurn(solution, 0) / expected(entry, 'link_per_turn') - 1),
      }),
    );
    const [first, last] = [points[0]!, points[points.length - 1]!];
    return -Math.log(last.error / first.error) / Math.log(last.unknowns / first.unknowns);
  };

  it('falls as their square even where steel has corners, when triangles are cut where they err', () => {
    // Of second order the best triangles have an energy's error of 1/n²; even cutting would leave
    // 1/n^(2/3) at a right angle of steel.
    for (const id of ['given.nonlinear.boltM8x50.NI800', 'given.linear.rod8x50']) {
      expect(rateOf(id, { ...COARSE, accuracy: 0.008 })).toBeGreaterThan(1.4);
    }
  });
});
