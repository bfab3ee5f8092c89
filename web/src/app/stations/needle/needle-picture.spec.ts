import { newNeedle, toNeedle } from '@nab/contract/experiments';
import { evaluateNeedle, type Needle } from '@nab/core/experiments';
import { describe, expect, it } from 'vitest';
import { needlePicture } from './needle-picture';

const START = toNeedle(newNeedle(), new Date('2026-06-01'));
const drawn = (change: Partial<Needle> = {}, angle = 0, declination = 0) => {
  const needle = { ...START, ...change };
  return needlePicture(needle, evaluateNeedle(needle), angle, declination, {
    width: 520,
    height: 470,
  });
};

describe('the drawing of a needle', () => {
  it('turns the end up that finds north', () => {
    expect(drawn().turn).toBe(180);
    expect(drawn({ pole: 'south' }).turn).toBe(0);
    expect(drawn({}, Math.PI / 2, Math.PI / 18).turn).toBeCloseTo(280);
    expect(drawn({}, 1).upright).toBeCloseTo(-drawn({}, 1).turn);
  });

  it('letters both ends, and none before it was stroked', () => {
    const letters = (change: Partial<Needle>) =>
      drawn(change)
        .poles.map(({ text }) => text)
        .join('');
    expect(letters({})).toBe('SN');
    expect(letters({ leavesAt: 'eye' })).toBe('NS');
    expect(letters({ strokes: 0 })).toBe('');
  });

  it('keeps needle and float in the bowl', () => {
    for (const length of [0.015, 0.04, 0.15]) {
      const { float, eye, bowl } = drawn({ length });
      expect(float).toBeLessThan(bowl.r);
      expect(eye).toBeLessThan(bowl.r);
    }
  });

  it('leads the magnet back through the air only one way', () => {
    expect(drawn().table.back).not.toBe('');
    expect(drawn({ stroking: 'to-and-fro' }).table).toMatchObject({ back: '', bothWays: true });
  });
});
