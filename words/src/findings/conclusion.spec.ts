import { analyse, analyseYesNo, fisherExact, type OrderedReading } from '@nab/core/statistics';
import { FACTOR_IDS, factorOf, measureOf } from '@nab/core/lesson';
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
      /^The more turns, the more the magnet lifts: between 10 and 40 turns, each extra turn adds about 0\.300 objects \(95 % confidence interval 0\.2\d\d to 0\.3\d\d\)\.$/,
    );
    expect(evidence).toMatch(
      /^At 10 turns, mean 4 \(4 trials, 95 % confidence interval 3\.08 to 4\.92\); at 40 turns, mean 13 /,
    );
    expect(reasoning).toMatch(/more turns push more/);
  });

  it('is said plainly for whoever reads plainly', () => {
    expect(conclusionOf(clear, turns, nameOf, 'plain')).toEqual({
      claim: 'The more turns, the more the magnet lifts.',
      evidence: 'At 10 turns our mean was 4. At 40 turns our mean was 13.',
      reasoning: 'Every turn of wire helps to make the steel a magnet. More turns help more.',
    });
  });

  it('claims nothing that was not shown, and says what would tell', () => {
    const flat = analyse(readings([7, 7.1, 6.9], 2), true);
    for (const reader of ['full', 'plain'] as const) {
      const { claim, reasoning } = conclusionOf(flat, turns, nameOf, reader)!;
      expect(claim).toMatch(/do not show|cannot say yet/);
      expect(reasoning).toMatch(/more repeats, or levels further apart/);
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
      'The material of the core makes a difference. The highest mean was at steel, the lowest at wood.',
    );
    expect(conclusionOf(kinds, material, name, 'plain')!.claim).toBe(
      'Steel was best. Wood was weakest.',
    );
    const alike = analyse(readings([7, 7.1, 6.9], 2, false), false);
    expect(conclusionOf(alike, material, name, 'full')!.claim).toMatch(/do not show/);
  });

  it('of one trial a level asks for a second, and speaks of no scatter', () => {
    const single = analyse(
      [5, 8, 14].map((y, level) => ({ x: [10, 20, 40][level]!, y, level, group: 0, order: level })),
      false,
    );
    for (const reader of ['full', 'plain'] as const) {
      const { reasoning } = conclusionOf(single, turns, nameOf, reader)!;
      expect(reasoning).not.toMatch(/vary (as|too) much/);
      expect(reasoning).toMatch(/at least twice|each one again/);
    }
  });

  it('of readings that are all the same says so', () => {
    const same = analyse(readings([7, 7, 7], 0), true);
    expect(conclusionOf(same, turns, nameOf, 'full')!.reasoning).toMatch(/the same reading/);
  });

  it('of kinds of which no two repeats differ goes by ranks', () => {
    const asked = {
      factor: factorOf('core-presence'),
      factorId: 'core-presence',
      measure,
    } as const;
    const name = (level: number): string => ['with', 'without'][level]!;
    const clear = analyse(readings([2, 0], 0, false), false);
    expect(clear.anova!.p).toBeNaN();
    expect(clear.ranks!.p).toBeLessThan(0.05);
    expect(conclusionOf(clear, asked, name, 'full')!.claim).toMatch(/makes a difference/);
    // Two trials of each could differ by chance, but not because repeats vary.
    const few = analyse(
      readings([2, 0], 0, false).filter((_, i) => i % 4 < 2),
      false,
    );
    for (const reader of ['full', 'plain'] as const) {
      const { claim, reasoning } = conclusionOf(few, asked, name, reader)!;
      expect(claim).toMatch(/do not show|cannot say/);
      expect(reasoning).not.toMatch(/vary/);
    }
  });

  it('names all kinds that share the lowest place', () => {
    const kinds = analyse(readings([0, 0, 9], 0, false), false);
    const name = (level: number): string => ['Wood', 'Brass', 'Steel'][level]!;
    const asked = {
      factor: factorOf('core-material'),
      factorId: 'core-material',
      measure,
    } as const;
    const some = { ...kinds, anova: { ...kinds.anova!, p: 0.001 } };
    expect(conclusionOf(some, asked, name, 'full')!.claim).toMatch(
      /the lowest at Wood and Brass\.$/,
    );
    expect(conclusionOf(some, asked, name, 'plain')!.claim).toBe(
      'Steel was best. Wood and Brass were weakest.',
    );
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

  it('of yes and no counts them, and claims only what chance does not do', () => {
    const answers = (yes: readonly number[]): OrderedReading[] =>
      yes.flatMap((count, level) =>
        Array.from({ length: 6 }, (_, order) => ({
          x: [10, 20, 40][level]!,
          y: Number(order < count),
          level,
          group: 0,
          order,
        })),
      );
    const asked = { ...turns, measure: measureOf('load-yes-no') };
    const some = conclusionOf(analyseYesNo(answers([0, 3, 6]), true), asked, nameOf, 'full')!;
    expect(some.claim).toBe('The more turns, the more often it holds.');
    expect(some.evidence).toBe(
      'At 10 turns, yes in 0 of 6 trials (95 % confidence interval 0 % to 39 %); at 40 turns, yes in 6 of 6 trials (95 % confidence interval 61 % to 100 %).',
    );
    const none = conclusionOf(analyseYesNo(answers([2, 3, 3]), true), asked, nameOf, 'plain')!;
    expect(none.claim).toMatch(/^We cannot say yet/);
    expect(none.evidence).toBe(
      'At 10 turns, yes in 2 of 6 trials. At 40 turns, yes in 3 of 6 trials.',
    );
  });

  it('of kinds by yes and no asks more of each of many pairs', () => {
    const kinds = (yes: readonly number[]): OrderedReading[] =>
      yes.flatMap((count, level) =>
        Array.from({ length: 7 }, (_, order) => ({
          x: NaN,
          y: Number(order < count),
          level,
          group: 0,
          order,
        })),
      );
    const asked = {
      factor: factorOf('core-material'),
      factorId: 'core-material',
      measure: measureOf('load-yes-no'),
    } as const;
    const name = (level: number): string => ['wood', 'brass', 'steel'][level]!;
    const claim = (yes: readonly number[]): string =>
      conclusionOf(analyseYesNo(kinds(yes), false), asked, name, 'full')!.claim;
    expect(claim([0, 1, 7])).toMatch(
      /makes a difference\. The highest mean was at steel, the lowest at wood/,
    );
    // Alone that pair would do; of three pairs one so far apart is no rarity.
    const alone = fisherExact({ yes: 1, n: 7 }, { yes: 6, n: 7 });
    expect(alone).toBeLessThan(0.05);
    expect(alone).toBeGreaterThan(0.05 / 3);
    expect(claim([1, 3, 6])).toMatch(/do not show/);
  });
});
