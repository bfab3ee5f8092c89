import { describe, expect, it } from 'vitest';
import { chanceAbove } from './predictable.js';
import { chanceLifted, evaluateSubject, startSubject, type ObjectMaterial } from './index.js';

const nail = startSubject('straight-magnet');
const lifts = (material: ObjectMaterial, grams: number): number =>
  chanceLifted(nail, { material, mass: grams / 1000 })!;

describe('whether one of several objects is lifted', () => {
  it('is never so of what is not magnetic, however light', () => {
    for (const material of ['brass', 'aluminium', 'wood', 'stainless', 'glass'] as const) {
      expect(lifts(material, 0.01)).toBe(0);
    }
  });

  it('is nearly sure of a pin, and less likely the heavier it is', () => {
    expect(lifts('steel', 0.1)).toBeGreaterThan(0.95);
    const chances = [0.4, 2, 10, 50].map((grams) => lifts('steel', grams));
    chances.slice(1).forEach((chance, k) => expect(chance).toBeLessThan(chances[k]!));
    expect(chances.at(-1)).toBeLessThan(0.05);
  });

  it('is the chance of lifting at least one of that mass', () => {
    const { design } = nail as { design: { objectMass: number } };
    const subject = { ...nail, design: { ...design, objectMass: 0.003 } } as typeof nail;
    const forecast = evaluateSubject(subject).forecast('tip-count')!;
    expect(lifts('steel', 3)).toBe(chanceAbove(forecast, 1).median);
  });

  it('is nothing that a compass can say', () => {
    expect(chanceLifted(startSubject('compass'), { material: 'steel', mass: 1e-3 })).toBeNull();
  });
});
