import { EXPERIMENTS, evaluateSpinner, type Spinner } from '@nab/core/experiments';
import { describe, expect, it } from 'vitest';
import { spinnerPicture } from './spinner-picture';

const START = EXPERIMENTS.spinner.start();
const drawn = (design: Spinner, angle = 0.3) =>
  spinnerPicture(design, evaluateSpinner(design), angle, { width: 520, height: 430 });
const pieces = (path: string): number => path.split('M').length - 1;

describe('the drawing of a spinner', () => {
  it('has one arm before the cell and one behind it', () => {
    const { before, behind } = drawn(START);
    expect(pieces(before) + pieces(behind)).toBe(6);
    expect(pieces(before)).toBe(3);
  });

  it('is the same after a whole turn, and with two arms after half of one', () => {
    const numbers = (path: string) =>
      path
        .match(/-?[\d.]+(e-\d+)?/g)!
        .map((n) => Number(n).toFixed(3))
        .sort();
    expect(numbers(drawn(START, 0.3 + Math.PI).before)).toEqual(numbers(drawn(START).before));
  });

  it('turns cell and magnets over as they are turned', () => {
    const texts = (design: Spinner) =>
      [...drawn(design).marks, ...drawn(design).poles].map(({ text }) => text).join('');
    expect(texts(START)).toBe('+−NS');
    expect(texts({ ...START, cellUp: 'minus', magnets: { ...START.magnets, up: 'south' } })).toBe(
      '−+SN',
    );
  });

  it('winds a spiral down round the cell', () => {
    const { before, behind } = drawn({ ...START, shape: 'spiral' });
    expect(pieces(before)).toBeGreaterThan(30);
    expect(pieces(behind)).toBeGreaterThan(30);
  });
});
