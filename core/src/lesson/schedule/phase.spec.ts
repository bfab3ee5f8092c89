import { describe, expect, it } from 'vitest';
import { phaseAt } from './phase.js';

const block = (
  kind: 'introduce' | 'trial' | 'discuss' | 'clear',
  start: number,
  length: number,
) => ({
  kind,
  group: null,
  start,
  length,
  task: null,
});
const timetable = {
  blocks: [
    block('introduce', 0, 8),
    block('trial', 8, 30),
    block('discuss', 38, 7),
    block('clear', 45, 5),
  ],
  end: 50,
};

describe('where a lesson is', () => {
  it.each([
    [-3, 'introduce', 8, 'work'],
    [0, 'introduce', 8, 'work'],
    [8, 'work', 30, 'discuss'],
    [37.5, 'work', 0.5, 'discuss'],
    [38, 'discuss', 7, 'clear'],
    [49, 'clear', 1, 'over'],
    [50, 'over', 0, null],
    [400, 'over', 0, null],
  ] as const)('at minute %d it is %s with %d left', (minute, phase, left, next) => {
    expect(phaseAt(timetable, minute)).toMatchObject({ phase, left, next });
  });

  it('passes over what takes no time', () => {
    const short = {
      blocks: [block('introduce', 0, 0), block('discuss', 20, 0), block('clear', 20, 5)],
      end: 25,
    };
    expect(phaseAt(short, 0)).toEqual({ phase: 'work', left: 20, length: 20, next: 'clear' });
    expect(phaseAt(short, 20).phase).toBe('clear');
  });
});
