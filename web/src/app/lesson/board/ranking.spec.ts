import { describe, expect, it } from 'vitest';
import { ranked } from './ranking';

const point = (groupId: string, levelId: string, y: number) =>
  ({ groupId, levelId, seriesId: null, y }) as never;
const level = (levelId: string, mean: number) =>
  ({ levelId, seriesId: null, summary: { mean } }) as never;
const groups = [{ id: 'limpets' }, { id: 'crabs' }, { id: 'stars' }];

describe('the order of groups', () => {
  it('goes by what each lifted beside the others at the same level, not by the levels it did', () => {
    const points = [
      point('limpets', 'low', 12),
      point('crabs', 'low', 8),
      // Only crabs have done the high level: that makes them no better.
      point('crabs', 'high', 40),
    ];
    const order = ranked(groups, { points, levels: [level('low', 10), level('high', 40)] });
    expect(order.map(({ id }) => id)).toEqual(['limpets', 'crabs', 'stars']);
  });

  it('leaves groups without trials, and levels where nothing was lifted, in the order of names', () => {
    const points = [point('stars', 'low', 0), point('crabs', 'low', 0)];
    const order = ranked(groups, { points, levels: [level('low', 0)] });
    expect(order.map(({ id }) => id)).toEqual(['limpets', 'crabs', 'stars']);
  });
});
