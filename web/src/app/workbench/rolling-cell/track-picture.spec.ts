import { EXPERIMENTS, evaluateRollingCell, type RollingCell } from '@nab/core/experiments';
import { describe, expect, it } from 'vitest';
import { trackPicture } from './track-picture';

const START = EXPERIMENTS['rolling-cell'].start();
const drawn = (design: RollingCell, way = 0) =>
  trackPicture(design, evaluateRollingCell(design), way, { width: 620, height: 520 });
const dots = (path: string): number => path.split('M').length - 1;

describe('the drawing of a cell in its coil', () => {
  it('has as many full turns as carry the current, above and below', () => {
    const { liveTurns } = evaluateRollingCell(START);
    expect(Math.abs(dots(drawn(START, 0.1).live) / 2 - liveTurns)).toBeLessThan(1);
  });

  it('has opposed poles outward alike, and alike ones not', () => {
    const poles = ({ poles: all }: ReturnType<typeof drawn>) =>
      all.map(({ text }) => text).join('');
    expect(poles(drawn(START))).toBe('SNNS');
    const alike = { ...START, magnets: { ...START.magnets, facing: 'alike' as const } };
    expect(poles(drawn(alike))).toBe('NSNS');
    const north = { ...START, magnets: { ...START.magnets, outward: 'north' as const } };
    expect(poles(drawn(north))).toBe('NSSN');
  });

  it('draws its arrows the way it is pushed, and none without a current', () => {
    const first = (path: string): number[] =>
      /^M([\d.-]+) [\d.-]+H([\d.-]+)/.exec(path)!.slice(1).map(Number);
    const [from, to] = first(drawn(START).arrows);
    expect(to!).toBeGreaterThan(from!);
    const back = first(drawn({ ...START, leading: 'plus' }).arrows);
    expect(back[1]!).toBeLessThan(back[0]!);
    const covered = drawn({ ...START, wire: { ...START.wire, insulation: 'enamel-1' } });
    expect(covered.arrows).toBe('');
    expect(covered.forces).toEqual([]);
    expect(covered.speed).toBeNull();
  });

  it('moves the cell along the track, not the page', () => {
    const [near, far] = [drawn(START, 0), drawn(START, 0.3)];
    const start = (path: string): number => Number(/^M([\d.]+)/.exec(path)![1]);
    expect(start(far.cell)).toBeCloseTo(start(near.cell), 9);
    const { left, right } = near;
    expect((far.handle.x - near.handle.x) / (right - left)).toBeCloseTo(0.3 / 0.5, 9);
  });
});
