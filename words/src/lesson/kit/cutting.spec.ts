import { newDesign } from '@nab/contract/experiments';
import { newShelfItem } from '@nab/contract/shelf';
import { againstShelf, prepared, wireOf } from '../index.js';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { cutting } from './cutting.js';

describe('which wire is cut from which reel', () => {
  it('uses up an offcut before it opens the long reel', () => {
    const { cuts, missing } = cutting(
      [0.4, 0.5, 0.6],
      [
        { name: 'reel', length: 10 },
        { name: 'offcut', length: 1 },
      ],
    );
    expect(missing).toEqual([]);
    const [reel, offcut] = cuts;
    expect(offcut).toMatchObject({ reel: { name: 'offcut' }, pieces: [0.6, 0.4] });
    expect(offcut!.left).toBeCloseTo(0, 12);
    expect(reel).toMatchObject({ pieces: [0.5] });
  });

  it('cuts no more from a reel than it has, and loses no piece', () => {
    const pieces = Array.from({ length: 40 }, (_, i) => 0.3 + 0.05 * ((7 * i) % 11));
    const reels = [1, 2.2, 4, 0.2, 6].map((length, i) => ({ name: `${i}`, length }));
    const { cuts, missing } = cutting(pieces, reels);
    for (const { reel, pieces: cut, left } of cuts) {
      expect(left).toBeGreaterThanOrEqual(0);
      expect(cut.reduce((p, q) => p + q, 0) + left).toBeCloseTo(reel.length, 9);
    }
    const all = [...cuts.flatMap((cut) => cut.pieces), ...missing].sort();
    expect(all).toEqual([...pieces].sort());
    // What is missing fits nowhere any more.
    for (const piece of missing) for (const { left } of cuts) expect(left).toBeLessThan(piece);
  });

  const design = { ...newDesign(), wire: { ...newDesign().wire, shelf: idOf(70) } };
  const lesson = prepared(examplePlan(), design);
  const reelOf = (id: number, name: string, length: string) => {
    const item = newShelfItem('reel');
    const { conductor, size, insulation, form } = design.wire;
    return {
      id: idOf(id),
      version: 1,
      demo: false,
      item: {
        ...item,
        name,
        reel: { ...item.reel!, conductor, size, insulation, form, length },
      },
    };
  };

  it('is said with names and what is left, and counts all wire that is alike', () => {
    const { cuts, shortages } = againstShelf(lesson, [
      reelOf(70, 'Big reel', '20 m'),
      reelOf(71, 'Odd length', '1 m'),
    ]);
    expect(shortages).toEqual([]);
    expect(cuts).toHaveLength(2);
    expect(cuts.join(' ')).toMatch(/From “Odd length”: .* left\./);
  });

  it('says when there is enough in all and still no reel that is long enough', () => {
    const metres = wireOf(lesson) * 1.2;
    const scraps = Array.from({ length: 60 }, (_, i) =>
      reelOf(70 + i, `Scrap ${i}`, `${metres / 60} m`),
    );
    const { cuts, shortages } = againstShelf(lesson, scraps);
    expect(shortages).toEqual([]);
    expect(cuts.join(' ')).toContain('No reel is long enough');
  });
});
