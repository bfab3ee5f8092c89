import { describe, expect, it } from 'vitest';
import { makeXScale, makeYScale, wholeOnly, type XAxis, type ChartBox } from './scales';
import { lineDash, markerColour, markerPath } from './markers';

const box: ChartBox = {
  width: 800,
  height: 300,
  margin: { top: 10, right: 20, bottom: 60, left: 70 },
};
const turns: XAxis = { kind: 'graded', label: 'Turns', values: [10, 20, 40], whole: true };

describe('places across', () => {
  it('of graded levels are where their values are, with room at both ends', () => {
    const { at, step } = makeXScale(turns, box, 50);
    expect(at(10)).toBeCloseTo(120, 6);
    expect(at(40)).toBeCloseTo(730, 6);
    expect((at(20) - at(10)) * 2).toBeCloseTo(at(40) - at(20), 6);
    expect(step).toBeCloseTo(at(20) - at(10), 6);
  });

  it('lead back to the value, so that a level can be dragged', () => {
    const { at, invert } = makeXScale(turns, box);
    for (const value of [10, 17.3, 40]) expect(invert(at(value))).toBeCloseTo(value, 9);
  });

  it('of names are evenly spaced and lead nowhere back', () => {
    const { at, step, invert, ticks } = makeXScale(
      { kind: 'kinds', label: 'Material', names: ['Steel', 'Brass', 'Wood'] },
      box,
    );
    expect(at(1) - at(0)).toBeCloseTo(step, 9);
    expect(at(2) - at(1)).toBeCloseTo(step, 9);
    expect(at(1)).toBeCloseTo((70 + 780) / 2, 9);
    expect(ticks).toEqual([0, 1, 2]);
    expect(invert(100)).toBeNaN();
  });

  it('of a single level, or the same twice, are finite', () => {
    for (const values of [[5], [5, 5], [0]]) {
      const { at, step } = makeXScale({ kind: 'graded', label: '', values, whole: false }, box);
      expect(at(values[0]!)).toBeCloseTo((70 + 780) / 2, 6);
      expect(step).toBeGreaterThan(0);
      expect(Number.isFinite(step)).toBe(true);
    }
  });

  it('pass over what has no place', () => {
    const { at } = makeXScale(
      { kind: 'graded', label: '', values: [1, NaN, 3], whole: false },
      box,
    );
    expect(at(2)).toBeCloseTo((70 + 780) / 2, 6);
  });

  it('have no line of the paper between whole numbers', () => {
    const { ticks } = makeXScale(
      { kind: 'graded', label: 'Cells', values: [1, 2, 3], whole: true },
      box,
    );
    expect(ticks.every(Number.isInteger)).toBe(true);
    expect(wholeOnly([1, 1.5, 2], true)).toEqual([1, 2]);
    expect(wholeOnly([1, 1.5, 2], false)).toEqual([1, 1.5, 2]);
  });
});

describe('places upward', () => {
  it('begin at nothing and end a little over the most', () => {
    const up = makeYScale(40, box);
    expect(up(0)).toBe(240);
    expect(up(42)).toBe(10);
    expect(up(40)).toBeGreaterThan(10);
  });

  it('are there though nothing is lifted', () => {
    expect(makeYScale(0, box)(0)).toBe(240);
    expect(makeYScale(0, box)(1)).toBe(10);
  });
});

describe('groups and lines', () => {
  it('are told apart by shape, colour and dashes, six groups and three lines', () => {
    const groups = [0, 1, 2, 3, 4, 5];
    expect(new Set(groups.map((group) => markerPath(group))).size).toBe(6);
    expect(new Set(groups.map(markerColour)).size).toBe(6);
    expect(new Set([0, 1, 2].map(lineDash)).size).toBe(3);
    expect(markerPath(6)).toBe(markerPath(0));
    expect(lineDash(0)).toBeNull();
  });
});
