import { newDesign, toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { evaluateMagnet } from '@nab/core/experiments';
import { predictiveBand, PRIOR_BELIEF } from '@nab/core/statistics';
import { describe, expect, it } from 'vitest';
import { BOX, layOut } from '../../../ui/cutaway';
import { placesOf } from './places';

function placed(change: (design: DesignDocument) => DesignDocument, plate = false) {
  const magnet = toMagnetDesign(change(newDesign()));
  const evaluation = evaluateMagnet(magnet);
  const band = predictiveBand(PRIOR_BELIEF, evaluation.liftedCount);
  const at = layOut(magnet, evaluation, band);
  return { places: placesOf(magnet, evaluation, band, plate), at, magnet };
}

describe('the parts of the drawing', () => {
  it('lie on the drawing, and each is large enough for a finger', () => {
    const { places } = placed((design) => design);
    for (const place of places) {
      expect(place.left).toBeGreaterThanOrEqual(0);
      expect(place.left + place.width).toBeLessThanOrEqual(100.01);
      expect(place.top).toBeGreaterThanOrEqual(0);
      expect(place.top + place.height).toBeLessThanOrEqual(100.01);
      expect((place.height * BOX.height) / 100).toBeGreaterThanOrEqual(20);
    }
    expect(new Set(places.map(({ key }) => key)).size).toBe(places.length);
  });

  it('have the winding where it lies between bare upper end and tip', () => {
    const { places, at, magnet } = placed((design) => design);
    const winding = places.find(({ part }) => part === 'winding')!;
    expect((winding.top * BOX.height) / 100).toBeCloseTo(at.y(magnet.winding.start), 6);
    const bottom = ((winding.top + winding.height) * BOX.height) / 100;
    expect(bottom).toBeCloseTo(at.y(magnet.winding.end), 6);
    expect(places.filter(({ part }) => part === 'core')).toHaveLength(2);
  });

  it('leave the upper end of a core to be taken that is wound from end to end', () => {
    const { places } = placed((design) => ({
      ...design,
      winding: { ...design.winding, start: '0 mm', end: '100 mm' },
    }));
    const cores = places.filter(({ part }) => part === 'core');
    expect(cores).toHaveLength(1);
    const winding = places.find(({ part }) => part === 'winding')!;
    expect(cores[0]!.top).toBeLessThan(winding.top);
  });

  it('are there twice for a pair, but for its one supply', () => {
    const { places } = placed((design) => ({
      ...design,
      core: { ...design.core, poles: 'two' },
    }));
    const count = (part: string): number => places.filter((place) => place.part === part).length;
    expect([count('winding'), count('lift'), count('supply')]).toEqual([2, 2, 1]);
  });

  it('are a plate below the tip where one is drawn, else what is lifted', () => {
    const parts = (plate: boolean): string[] =>
      placed((design) => design, plate).places.map(({ part }) => part);
    expect(parts(true)).toContain('plate');
    expect(parts(true)).not.toContain('lift');
    expect(parts(false)).toContain('lift');
  });
});
