import { analyse, FACTOR_IDS, factorOf, measureOf, type OrderedReading } from '@nab/core';
import { describe, expect, it } from 'vitest';
import { conclusionOf } from './conclusion.js';

const measure = measureOf('objects-one-end');
const turns = { factor: factorOf('turns'), factorId: 'turns', measure } as const;
const nameOf = (level: number): string => `${[10, 20, 40][level]!} turns`;

/** Two readings, one to either side of each mean. */
const readings = (means: readonly number[], scatter = 0.5, graded = true): OrderedReading[] =>
  means.flatMap((mean, level) =>
    [-1, 1, -1, 1].map((side, i) => ({
      x: graded ? [10, 20, 40][level]! : NaN,
      y: mean + side * scatter,
      level,
      group: 0,
      order: level + 3 * i,
    })),
  );
const clear = analyse(readings([4, 7, 13]), true);

describe('a conclusion to begin from', () => {
  it('has the numbers in it, with their intervals', () => {
    const { claim, evidence, reasoning } = conclusionOf(clear, turns, nameOf, 'full')!;
    expect(claim).toMatch(
      /^With more turns more is read: between 10 and 40 turns each further turn makes 0\.3 ± 0\.0\d+ objects more\.$/,
    );
    expect(evidence).toMatch(
      /^At 10 turns 4 was read on average \(4 trials, 95 % interval 3\.08 to 4\.92\), at 40 turns 13 was read/,
    );
    expect(reasoning).toMatch(/more turns push more/);
  });

  it('is said plainly for whoever reads plainly', () => {
    expect(conclusionOf(clear, turns, nameOf, 'plain')).toEqual({
      claim: 'With more turns, more was read.',
      evidence: 'At 10 turns we read 4 on average. At 40 turns we read 13 on average.',
      reasoning: 'Every turn of wire helps to make the steel a magnet. More turns help more.',
    });
  });

  it('claims nothing that was not shown, and says what would tell', () => {
    const flat = analyse(readings([7, 7.1, 6.9], 2), true);
    for (const reader of ['full', 'plain'] as const) {
      const { claim, reasoning } = conclusionOf(flat, turns, nameOf, reader)!;
      expect(claim).toMatch(/do not show|cannot say yet/);
      expect(reasoning).toMatch(/[Mm]ore trials, or levels farther apart/);
    }
  });

  it('names the best and the weakest of kinds', () => {
    const kinds = analyse(readings([1, 9, 17], 0.5, false), false);
    const names = ['wood', 'nickel', 'steel'];
    const material = {
      factor: factorOf('core-material'),
      factorId: 'core-material',
      measure,
    } as const;
    const name = (level: number): string => names[level]!;
    expect(conclusionOf(kinds, material, name, 'full')!.claim).toBe(
      'The material of the core makes a difference: most was read with steel, least with wood.',
    );
    expect(conclusionOf(kinds, material, name, 'plain')!.claim).toBe(
      'Steel was best. Wood was weakest.',
    );
    const alike = analyse(readings([7, 7.1, 6.9], 2, false), false);
    expect(conclusionOf(alike, material, name, 'full')!.claim).toMatch(/do not show/);
  });

  it('is none of a single level, and asks for a reason where Nab has none', () => {
    expect(conclusionOf(analyse(readings([7]), true), turns, nameOf, 'full')).toBeNull();
    for (const factorId of FACTOR_IDS) {
      const factor = factorOf(factorId);
      for (const reader of ['full', 'plain'] as const) {
        const made = conclusionOf(clear, { factor, factorId, measure }, nameOf, reader)!;
        expect(made.reasoning).toMatch(/[.?]$/);
      }
    }
  });
});
