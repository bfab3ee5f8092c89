import { describe, expect, it } from 'vitest';
import { QUICK } from '../../fem/index.js';
import { compareTiers, tierMatrix } from './index.js';

describe('tier 1 against tier 2', () => {
  it('covers slender and stout, solid and pipe, five steels, weak and strong, bare and wound tips', () => {
    const matrix = tierMatrix();
    const count = (key: 'slenderness' | 'bore' | 'material' | 'ampereTurns' | 'bareTip'): number =>
      new Set(matrix.map((one) => one[key])).size;
    expect(count('slenderness')).toBeGreaterThanOrEqual(4);
    expect(count('bore')).toBe(2);
    expect(count('material')).toBe(5);
    expect(count('ampereTurns')).toBeGreaterThanOrEqual(3);
    expect(count('bareTip')).toBe(3);
  });

  // The whole matrix takes minutes and is printed by `nab accuracy`; see docs/accuracy.md.
  it.each([
    [{ slenderness: 6, bore: 0, bareTip: 0.01 }, 0.02, 0.03, 0.05],
    [{ slenderness: 3, bore: 0.6, bareTip: 0 }, 0.05, 0.06, 0.08],
  ])('agrees within the bars: %j', (shape, midFlux, endFace, axis) => {
    const found = compareTiers({ ...shape, material: 'nail-steel', ampereTurns: 400 }, QUICK);
    expect(Math.abs(found.midFlux)).toBeLessThan(midFlux);
    expect(Math.abs(found.endFace)).toBeLessThan(endFace);
    expect(Math.abs(found.axis)).toBeLessThan(axis);
  });
});
