import { startSubject, type Subject } from '@nab/core/experiments';
import { measureOf } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { pollQuestion } from './poll-question.js';

/** A shell magnet on so many cells. */
function onCells(series: number, parallel = 1): { name: string; subject: Subject } {
  const { experiment, design } = startSubject('shell-magnet') as Extract<
    Subject,
    { experiment: 'shell-magnet' }
  >;
  return {
    name: '2 sheets',
    subject: { experiment, design: { ...design, supply: { ...design.supply, series, parallel } } },
  };
}

describe('what an audience is asked', () => {
  it('is whether it holds, of one load', () => {
    const found = pollQuestion(measureOf('load-yes-no'), { load: '5 kg' }, onCells(4))!;
    expect(found.question).toBe('2 sheets: will it hold 5 kg?');
    expect(found.choices.map(({ value }) => value)).toEqual([1, 0]);
  });

  it('is one number of cells of those there are', () => {
    const found = pollQuestion(measureOf('fewest-cells'), { load: '10 kg' }, onCells(3))!;
    expect(found.question).toBe('2 sheets: how few cells will hold 10 kg?');
    expect(found.choices).toEqual([
      { value: 1, name: '1 cell' },
      { value: 2, name: '2 cells' },
      { value: 3, name: '3 cells' },
      { value: 4, name: 'Not even all of them' },
    ]);
  });

  it('is a number of packs where packs are in parallel', () => {
    const found = pollQuestion(measureOf('fewest-cells'), { load: '10 kg' }, onCells(2, 3))!;
    expect(found.question).toBe('2 sheets: how few packs will hold 10 kg?');
    expect(found.choices).toEqual([
      { value: 2, name: '1 pack (2 cells)' },
      { value: 4, name: '2 packs (4 cells)' },
      { value: 6, name: '3 packs (6 cells)' },
      { value: 8, name: 'Not even all of them' },
    ]);
    const single = pollQuestion(measureOf('fewest-cells'), { load: '10 kg' }, onCells(1, 6))!;
    expect(single.choices[5]).toEqual({ value: 6, name: '6 packs' });
  });

  it('is nothing where there is nothing to choose from', () => {
    expect(pollQuestion(measureOf('fewest-cells'), { load: '10 kg' }, onCells(1))).toBeNull();
    for (const measure of ['objects-one-end', 'load-held', 'sentence'] as const) {
      expect(pollQuestion(measureOf(measure), { load: null }, onCells(3))).toBeNull();
    }
  });
});
