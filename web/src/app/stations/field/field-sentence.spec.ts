import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { evaluateMagnet, tier1Raster } from '@nab/core/experiments';
import { describe, expect, it } from 'vitest';
import { fieldSentence } from './field-sentence';

describe('the sentence about a field', () => {
  const magnet = toMagnetDesign(newDesign());
  const window = { width: 0.06, low: -0.05, high: 0.16 };
  const said = (turns: number): string => {
    const design = { ...magnet, winding: { ...magnet.winding, turns } };
    return fieldSentence(tier1Raster(evaluateMagnet(design), window, 80, 280), design);
  };

  it('tells the field near the tip and farther off, beside the earth’s', () => {
    const [, near, far, times] =
      /tip the field is ([\d.]+) mT; three .* is ([\d.]+) mT, ([\d.]+) times the earth’s/.exec(
        said(60),
      )!;
    expect(Number(near)).toBeGreaterThan(5 * Number(far));
    // The earth's field is 20 µT, lying flat.
    expect(Number(times) / (Number(far) / 0.02)).toBeCloseTo(1, 1);
  });

  it('grows with the turns', () => {
    const near = (turns: number): number => Number(/is ([\d.]+) mT;/.exec(said(turns))![1]);
    expect(near(60)).toBeGreaterThan(2 * near(20));
  });
});
