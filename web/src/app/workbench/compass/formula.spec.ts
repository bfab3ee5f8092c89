import { newCompassSet, toCompassSet } from '@nab/contract/experiments';
import { evaluateCompassSet } from '@nab/core/experiments';
import { describe, expect, it } from 'vitest';
import { fieldAlongAxis, formulaWords } from './formula';

const set = (more: object) => {
  const design = toCompassSet({ ...newCompassSet(), ...more });
  return { design, evaluation: evaluateCompassSet(design) };
};

describe('the law behind the needle', () => {
  it('is that of a straight wire: 2 A at 2 cm are 20 µT, and turn it by 45° where the Earth has as much', () => {
    // μ₀ I ÷ 2π d = 2e-7 · 2 ÷ 0.02 T, of an endless wire; any textbook.
    const { design, evaluation } = set({
      shape: 'wire',
      length: '1 m',
      distance: '2 cm',
      earth: '20 µT',
    });
    const { text } = formulaWords(design, evaluation, 2, null);
    expect(text).toContain('20 µT at the needle, as much as the Earth’s field');
    expect(text).toContain('it turns 45°');
    expect(formulaWords(design, evaluation, 4, null).text).toContain('it turns 63°');
  });

  it('says what a wanted field asks of one turn', () => {
    // 2 R B ÷ μ₀ at the centre of a loop: 3 cm and 5 mT take 239 A; any textbook.
    const { design, evaluation } = set({ shape: 'loop', radius: '3 cm', distance: '0 cm' });
    const one = { ...design, winding: { ...design.winding, turns: 1 } };
    const { needed } = formulaWords(one, evaluateCompassSet(one), 1, 5e-3);
    const amperes = Number(/need (\d+) A/.exec(needed!)![1]);
    // The mean radius of the turn is half a wire more than its former’s.
    expect(amperes).toBeGreaterThan(239);
    expect(amperes).toBeLessThan(246);
    expect(evaluation.coil.circuit.current).toBeGreaterThan(0);
  });

  it('draws the axis of loop and coil, the most in the middle', () => {
    const { design, evaluation } = set({ shape: 'coil' });
    const along = fieldAlongAxis(design, evaluation, 2)!;
    const most = Math.max(...along.points.map(({ field }) => field));
    expect(along.points[60]!.field).toBe(most);
    expect(along.points[0]!.field).toBeCloseTo(along.points.at(-1)!.field, 12);
    expect(fieldAlongAxis(set({ shape: 'wire' }).design, evaluation, 2)).toBeNull();
  });
});
