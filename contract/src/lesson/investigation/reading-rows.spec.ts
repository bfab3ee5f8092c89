import { describe, expect, it } from 'vitest';
import { check } from '../../problem/index.js';
import { readingRowSchema, toOrderedReadings, toReadingRow } from './reading-rows.js';

const rowOf = (row: Record<string, string>) => {
  const checked = check(readingRowSchema, row, 'file');
  return checked.ok ? toReadingRow(checked.value) : checked.errors.map(({ path }) => path);
};

describe('a row of a plain table of readings', () => {
  it('needs a level and a number, and nothing else', () => {
    expect(rowOf({ level: ' 10 ', value: '3.5' })).toEqual({
      level: '10',
      value: 3.5,
      group: '',
      order: null,
      censored: false,
    });
    expect(rowOf({ level: '10', value: '3', group: 'Terns', order: '4', censored: 'YES' })).toEqual(
      {
        level: '10',
        value: 3,
        group: 'Terns',
        order: 4,
        censored: true,
      },
    );
  });

  it.each([
    [{ level: '', value: '3' }, 'level'],
    [{ level: '10', value: 'three' }, 'value'],
    [{ level: '10', value: '3,5' }, 'value'],
    [{ level: '10', value: '1e999' }, 'value'],
    [{ level: '10', value: '3', order: '-1' }, 'order'],
    [{ level: '10', value: '3', censored: 'perhaps' }, 'censored'],
  ])('is refused with its cell named: %j', (row, path) => {
    expect(rowOf(row as Record<string, string>)).toEqual([path]);
  });

  it('has distances between its levels where all are numbers, in their order', () => {
    const rows = ['40', '9', '10'].map((level, i) => ({
      level,
      value: i,
      group: i === 1 ? 'b' : 'a',
      order: null,
      censored: false,
    }));
    const { readings, levels, graded } = toOrderedReadings(rows);
    expect(graded).toBe(true);
    expect(levels).toEqual(['9', '10', '40']);
    expect(readings.map(({ x, level, group, order }) => [x, level, group, order])).toEqual([
      [40, 2, 0, 0],
      [9, 0, 1, 0],
      [10, 1, 0, 1],
    ]);
    const kinds = toOrderedReadings([...rows, { ...rows[0]!, level: 'wood' }]);
    expect(kinds.graded).toBe(false);
    expect(kinds.levels).toEqual(['40', '9', '10', 'wood']);
    expect(kinds.readings[0]!.x).toBeNaN();
  });
});
