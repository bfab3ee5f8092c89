import type { Trial } from '@nab/contract';
import { counted, examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { endsRows, switchedRows } from './bench-tables.js';

const trial = (level: number, outcome: Trial['current']['outcome']): Trial => {
  const current = exampleReading({ levelId: idOf(level), outcome });
  return { id: current.id, current, history: [current] };
};
const places = [1, 2].map((level) => ({ levelId: idOf(level), seriesId: null }));

describe('what hung before and after', () => {
  it('is counted level by level', () => {
    const rows = switchedRows(examplePlan(), places, [
      trial(1, counted(8, { off: 0, stuck: 1 })),
      trial(1, counted(12, { off: 2, stuck: 4 })),
      trial(1, counted(5, { off: null, stuck: null })),
      trial(2, counted(5, { off: null, stuck: null })),
    ]);
    expect(rows).toEqual([
      {
        key: `${idOf(1)} `,
        name: '10 turns',
        checked: '2',
        before: '1',
        stayed: '2.5',
        most: '4',
        // 5 of 20.
        share: '25 %',
      },
    ]);
  });

  it('is nothing where nothing is counted', () => {
    const words = trial(1, { kind: 'words', text: 'It hummed.' });
    expect(switchedRows(examplePlan(), places, [words])).toEqual([]);
  });
});

describe('both ends', () => {
  const both = (first: number, second: number) =>
    trial(1, {
      kind: 'count',
      count: first + second,
      parts: [first, second],
      off: 0,
      stuck: 0,
    });

  it('are held against each other within each trial', () => {
    const plan = examplePlan(idOf, { measure: 'objects-each-end' });
    const [row, ...more] = endsRows(plan, places, [both(8, 5), both(9, 4), both(10, 6)]);
    expect(more).toEqual([]);
    expect(row).toMatchObject({ trials: 3, first: '9', second: '5' });
    // Differences 3, 5, 4: mean 4, t(0.975, 2) = 4.3027 times 1/√3.
    expect(row!.difference).toBe('+4 ± 2.5');
    expect(endsRows(plan, places, [both(8, 5)])[0]!.difference).toBe('+3');
  });

  it('are not where they were not counted apart', () => {
    expect(endsRows(examplePlan(), places, [both(8, 5)])).toEqual([]);
  });
});
