import { describe, expect, it } from 'vitest';
import { chosenView, viewOf, type LessonState } from './board-view';

const AT_WORK: LessonState = {
  phase: 'work',
  ended: false,
  awaited: false,
  trials: 3,
  planned: 12,
};

describe('what the board shows by itself', () => {
  it('follows the phases of the lesson', () => {
    expect(viewOf(AT_WORK)).toBe('try');
    expect(viewOf({ ...AT_WORK, phase: 'discuss' })).toBe('look');
    expect(viewOf({ ...AT_WORK, phase: 'clear' })).toBe('clear');
    expect(viewOf({ ...AT_WORK, phase: 'over' })).toBe('clear');
    expect(viewOf({ ...AT_WORK, ended: true })).toBe('clear');
  });

  it('waits for the groups, then asks what they predict', () => {
    const before = { ...AT_WORK, phase: 'introduce', trials: 0 } as const;
    expect(viewOf({ ...before, awaited: true })).toBe('join');
    expect(viewOf(before)).toBe('predict');
    // A group that never comes does not keep the others waiting.
    expect(viewOf({ ...AT_WORK, awaited: true })).toBe('try');
  });

  it('looks at the readings when all are in, where no clock runs', () => {
    expect(viewOf({ ...AT_WORK, phase: null })).toBe('try');
    expect(viewOf({ ...AT_WORK, phase: null, trials: 12 })).toBe('look');
    expect(viewOf({ ...AT_WORK, trials: 12 })).toBe('try');
  });
});

it('takes a view by its name alone', () => {
  expect(chosenView('look')).toBe('look');
  expect(chosenView('lesson')).toBeNull();
  expect(chosenView(undefined)).toBeNull();
});
