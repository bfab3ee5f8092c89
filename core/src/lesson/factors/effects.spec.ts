import { describe, expect, it } from 'vitest';
import {
  evaluateSubject,
  startSubject,
  type Subject,
  type PredictableId,
} from '../../experiments/index.js';
import { levelOf, levelSubject, roundNicely, factorOf, type FactorId } from './index.js';

type Straight = Extract<Subject, { experiment: 'straight-magnet' }>;
const nail = startSubject('straight-magnet') as Straight;
const shell = startSubject('shell-magnet') as Extract<Subject, { experiment: 'shell-magnet' }>;
const needle = startSubject('compass') as Extract<Subject, { experiment: 'compass' }>;
const at = (subject: Subject, factor: FactorId, level: number | string): Subject =>
  levelSubject(subject, factor, level);
const value = (subject: Subject, of: PredictableId, load = 5): number =>
  evaluateSubject(subject).forecast(of, { load, mostCells: 8 })!.value;
const core = (subject: Subject): Straight['design']['core'] => (subject as Straight).design.core;

describe('what a level does to the design', () => {
  it('as many turns as a length of wire makes, its tails as long as ever', () => {
    for (const length of [1, 2, 4]) {
      const changed = at(nail, 'wire-length', length) as Straight;
      const { wireLength } = evaluateSubject(changed);
      const more = { ...changed.design.winding, turns: changed.design.winding.turns + 1 };
      const longer = { ...changed, design: { ...changed.design, winding: more } };
      expect(wireLength).toBeLessThanOrEqual(length);
      expect(evaluateSubject(longer).wireLength).toBeGreaterThan(length);
      expect(changed.design.winding.tail).toBe(nail.design.winding.tail);
    }
  });

  it('a straight wire passes the compass as often as its length lets it', () => {
    const { length, winding } = needle.design;
    const passes = (wire: number): unknown =>
      (at(needle, 'wire-length', wire) as typeof needle).design.winding.turns;
    expect(passes(3 * length + 2 * winding.tail)).toBe(3);
    expect(passes(3.9 * length + 2 * winding.tail)).toBe(3);
    expect(() => passes(0.9 * length + 2 * winding.tail)).toThrow(
      expect.objectContaining({ code: 'LEVEL_IMPOSSIBLE' }),
    );
  });

  it('the winding slides along the core and keeps its length', () => {
    const { start, end } = nail.design.winding;
    const { length } = nail.design.core;
    const places = { tip: length, middle: (length + end - start) / 2, rear: end - start };
    for (const [level, expected] of Object.entries(places)) {
      const { winding } = (at(nail, 'winding-position', level) as Straight).design;
      expect(winding.end).toBeCloseTo(expected, 12);
      expect(winding.end - winding.start).toBeCloseTo(end - start, 12);
    }
    const bare = (at(nail, 'bare-tip', 0.02) as Straight).design.winding;
    expect(length - bare.end).toBeCloseTo(0.02, 12);
    expect(bare.end - bare.start).toBeCloseTo(end - start, 12);
    expect(() => at(nail, 'bare-tip', length)).toThrow(
      expect.objectContaining({ code: 'LEVEL_IMPOSSIBLE' }),
    );
  });

  it('a pipe is bored to half or to four fifths, and has no head or thread', () => {
    const bores = ['solid', 'thick', 'thin'].map((level) => {
      const { bore, diameter, head, thread } = core(at(nail, 'core-hollow', level));
      expect([head, thread]).toEqual([undefined, undefined]);
      return bore / diameter;
    });
    expect(bores).toEqual([0, expect.closeTo(0.5, 12), expect.closeTo(0.8, 12)]);
  });

  it('a bench supply of thirty volts gives the current, cells come back as they were', () => {
    const fed = at(nail, 'current', 1.5);
    expect((fed as Straight).design.supply.bench).toEqual({ voltage: 30, currentLimit: 1.5 });
    expect(evaluateSubject(fed).supplyCurrent).toBeCloseTo(1.5, 9);
    expect(levelOf(fed, 'cells-in-series')).toBeNull();
    const cells = at(fed, 'cells-in-series', 2);
    expect((cells as Straight).design.supply.bench).toBeUndefined();
    expect(evaluateSubject(cells).supplyCurrent).toBeCloseTo(
      evaluateSubject(at(nail, 'cells-in-series', 2)).supplyCurrent,
      12,
    );
  });

  it('a cell of another kind or age is no longer the one that was measured', () => {
    const measured = { emf: 1.4, internalResistance: 1 };
    const { supply } = nail.design;
    const own: Subject = { ...nail, design: { ...nail.design, supply: { ...supply, measured } } };
    for (const [factor, level] of [
      ['cell-kind', 'alkaline/aa'],
      ['cell-freshness', 40],
    ] as const) {
      expect((at(own, factor, level) as Straight).design.supply.measured).toBeUndefined();
    }
    expect((at(own, 'turns', 30) as Straight).design.supply.measured).toEqual(measured);
  });

  it('two senses are asked of two cores only', () => {
    expect(levelOf(nail, 'pole-sense')).toBeNull();
    expect(() => at(nail, 'pole-sense', 'alike')).toThrow(
      expect.objectContaining({ code: 'LEVEL_IMPOSSIBLE' }),
    );
  });

  it('a sheet of paper is a tenth of a millimetre', () => {
    expect(factorOf('gap').suggest!(0)).toEqual([1e-4, 2e-4, 4e-4, 8e-4]);
  });
});

describe('what a level does to the lift', () => {
  // Directions that any textbook gives.
  it.each<[FactorId, PredictableId, Subject, number, number, 1 | -1]>([
    ['turns', 'tip-count', nail, 20, 60, 1],
    ['cells-in-series', 'tip-count', nail, 1, 2, 1],
    ['packs-in-parallel', 'tip-count', nail, 1, 2, 1],
    ['cell-freshness', 'tip-count', nail, 0, 80, -1],
    ['current', 'tip-count', nail, 0.5, 2, 1],
    ['neatness', 'tip-count', nail, 1, 1.3, -1],
    ['gap', 'load', nail, 1e-4, 4e-4, -1],
    ['tilt', 'load', nail, 0, 1e-3, -1],
    ['turns', 'load', shell, 80, 160, 1],
    ['gap', 'load', shell, 1e-4, 4e-4, -1],
    ['tilt', 'load', shell, 0, 1e-3, -1],
    // Across a gap; close on, the flux crowds into what is covered.
    ['part-seat', 'load', levelSubject(shell, 'gap', 4e-4), 50, 100, 1],
    ['magnets-in-parallel', 'load', shell, 1, 2, 1],
    ['compass-distance', 'needle-angle', needle, 0.01, 0.04, -1],
    ['current', 'needle-angle', needle, 0.5, 2, 1],
    ['turns', 'needle-angle', needle, 1, 4, 1],
  ])('%s on %s', (factor, of, subject, less, more, sign) => {
    const change = value(at(subject, factor, more), of) - value(at(subject, factor, less), of);
    expect(Math.sign(change)).toBe(sign);
  });

  it('steel lifts, and brass, aluminium, wood, plastic and nothing hardly do', () => {
    const steel = value(nail, 'tip-count');
    for (const material of ['brass', 'aluminium', 'wood', 'plastic', 'none']) {
      const count = value(at(nail, 'core-material', material), 'tip-count');
      expect(count, material).toBeLessThan(steel / 50);
    }
    expect(value(at(nail, 'core-presence', 'without'), 'tip-count')).toBeLessThan(steel / 50);
  });

  it('a thin pipe lifts nearly as much as a solid rod: the flux has room in its wall', () => {
    const [solid, thick] = ['solid', 'thick'].map((level) =>
      value(at(nail, 'core-hollow', level), 'tip-count'),
    );
    expect(thick! / solid!).toBeGreaterThan(0.8);
    expect(thick! / solid!).toBeLessThan(1.05);
  });

  it('poles alike under a bar hold far less than opposite ones', () => {
    const pair = { spacing: 0.04, yoke: 'bar', opposed: true, coils: 'series' } as const;
    const two: Subject = { ...nail, design: { ...nail.design, pair } };
    const [opposite, alike] = ['opposite', 'alike'].map((level) =>
      value(at(two, 'pole-sense', level), 'load'),
    );
    expect(alike!).toBeLessThan(opposite! / 2.5);
  });

  it('the compass over the wire turns as far as under it', () => {
    expect(value(at(needle, 'compass-side', 'over'), 'needle-angle')).toBeCloseTo(
      value(at(needle, 'compass-side', 'under'), 'needle-angle'),
      12,
    );
  });

  it('enough cells to hold a load hold it, and one fewer does not', () => {
    const needed = value(shell, 'cells-to-hold', 10);
    const holds = (cells: number): number => value(at(shell, 'cells-in-series', cells), 'load');
    expect(holds(needed)).toBeGreaterThanOrEqual(10);
    if (needed > 1) expect(holds(needed - 1)).toBeLessThan(10);
  });
});

describe('a round number', () => {
  it.each([
    [0, 0],
    [3.24, 3],
    [13.7, 14],
    [23, 25],
    [97, 95],
    [0.0472, 0.05],
    [123, 120],
    [1776, 1800],
  ])('near %d is %d', (from, to) => {
    expect(roundNicely(from)).toBeCloseTo(to, 12);
  });
});
