import { describe, expect, it } from 'vitest';
import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { evaluateMagnet, type MagnetDesign } from '@nab/core/experiments';
import { predictiveBand, PRIOR_BELIEF } from '@nab/core/statistics';
import { BOX, layOut } from './layout';

const layoutOf = (design: MagnetDesign) => {
  const evaluation = evaluateMagnet(design);
  return {
    evaluation,
    at: layOut(design, evaluation, predictiveBand(PRIOR_BELIEF, evaluation.liftedCount)),
  };
};
const nail = toMagnetDesign(newDesign());

describe('the drawing’s scale', () => {
  it('puts every core from a stub to a rod inside the box, both heaps included', () => {
    for (const length of [0.03, 0.1, 0.4]) {
      for (const ends of ['one', 'both'] as const) {
        const design = {
          ...nail,
          ends,
          core: { ...nail.core, length },
          winding: { ...nail.winding, start: length * 0.2, end: length * 0.9, turns: 20 },
        };
        const { at, evaluation } = layoutOf(design);
        const reach = Math.max(...evaluation.heap.outer);
        expect(at.y(0)).toBeGreaterThan(0);
        expect(at.y(evaluation.heap.centre + reach)).toBeLessThan(BOX.height + 1);
        expect(at.axisX - evaluation.winding.outerRadius * at.scale).toBeGreaterThan(60);
      }
    }
  });

  it('is the same along and across: lengths and radii share it', () => {
    const { at } = layoutOf(nail);
    expect(at.y(0.05) - at.y(0.02)).toBeCloseTo(0.03 * at.scale, 9);
    expect(at.z(at.y(0.037))).toBeCloseTo(0.037, 12);
  });

  it('leaves room above the core for a bolt’s head', () => {
    const bolt: MagnetDesign = {
      ...nail,
      core: { ...nail.core, shape: 'bolt', head: { diameter: 0.01, height: 0.006 } },
    };
    const { at } = layoutOf(bolt);
    expect(at.y(-0.006)).toBeGreaterThanOrEqual(33.9);
  });
});
