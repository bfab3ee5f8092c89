import { describe, expect, it } from 'vitest';
import { examplePlan, idOf } from '../../../testing/index.js';
import type { Plan } from './plan.js';
import { guessColumns, readTable, type TableReading } from './reading-table.js';

const NOW = '2026-11-27T09:00:00.000Z';
const how = (change: Partial<TableReading> = {}): TableReading => ({
  columns: { level: 0, reading: 1, group: 2 },
  head: true,
  levelUnit: '',
  unit: '',
  groupId: idOf(20),
  add: false,
  ...change,
});
function read(
  rows: readonly (readonly string[])[],
  change: Partial<TableReading> = {},
  plan: Plan = examplePlan(),
) {
  let n = 900;
  return readTable([['level', 'count', 'group'], ...rows], how(change), plan, () => idOf(n++), NOW);
}
const gap = (measure: Plan['measure'] = 'load-held'): Plan =>
  examplePlan(idOf, {
    experiment: 'shell-magnet',
    factor: 'gap',
    measure,
    load: '5 kg',
    levels: ['0.2 mm', '0,4 mm'].map((value, i) => ({ id: idOf(1 + i), value })),
  });

describe('a table of readings', () => {
  it('finds levels and groups by what they are called, however they are typed', () => {
    const { readings, faults } = read([
      ['10', '7', 'limpets'],
      ['20 turns', '9', ' Limpets '],
      ['40 TURNS', '14,0', ''],
    ]);
    expect(faults).toEqual([]);
    expect(readings.map(({ levelId }) => levelId)).toEqual([idOf(1), idOf(2), idOf(3)]);
    expect(readings.map(({ groupId }) => groupId)).toEqual([idOf(20), idOf(20), idOf(20)]);
    expect(readings.map(({ outcome }) => outcome)).toMatchObject([
      { count: 7, off: null, stuck: null },
      { count: 9 },
      { count: 14 },
    ]);
    expect(readings[0]).toMatchObject({ recordedAt: NOW, actor: 'educator', model: null });
  });

  it('names every row that cannot be used, counted as a spreadsheet counts', () => {
    const { readings, faults, skipped } = read([
      ['10', 'seven', 'Limpets'],
      ['30', '7', 'Limpets'],
      ['', '', ''],
      ['10', '7', 'Whelks'],
      ['', '7', 'Limpets'],
      ['10', '-2', 'Limpets'],
      ['10', '8', 'Limpets'],
      ['ten', '8', 'Limpets'],
      ['10', '1.234,5', 'Limpets'],
    ]);
    expect(readings).toHaveLength(1);
    expect(skipped).toBe(1);
    expect(faults.map(({ row, column }) => [row, column])).toEqual([
      [2, 1],
      [3, 0],
      [5, 2],
      [6, 0],
      [7, 1],
      [9, 0],
      [10, 1],
    ]);
    expect(faults[1]!.message).toBe('There is no level “30 turns” in the plan.');
    expect(faults[2]!.message).toBe('There is no group “Whelks” in the plan.');
  });

  it('adds levels and groups when it is told to, each once, and no more than a plan holds', () => {
    const { readings, plan, added, faults } = read(
      [
        ['30', '7', 'Whelks'],
        ['30 turns', '8', 'whelks'],
      ],
      { add: true },
    );
    expect(faults).toEqual([]);
    expect(added).toEqual(['30 turns', 'Whelks']);
    expect(plan!.levels.at(-1)).toEqual({ id: readings[0]!.levelId, value: '30' });
    expect(readings[1]).toMatchObject({
      levelId: readings[0]!.levelId,
      groupId: readings[0]!.groupId,
    });
    const many = Array.from({ length: 13 }, (_, i) => [String(100 + i), '1', '']);
    expect(read(many, { add: true }).faults[0]!.message).toMatch(/At most 12 levels/);
    expect(read([['10', '7', '']], { add: true }).plan).toBeNull();
  });

  it('reads loads in the unit that is said, of numbers and of what has its own', () => {
    const rows = [
      ['0,2', '12,5', '13'],
      ['0.0004 m', '800 g', ''],
    ];
    const { readings, faults } = readTable(
      rows,
      how({
        head: false,
        columns: { level: 0, reading: 1, dropped: 2 },
        levelUnit: 'mm',
        unit: 'kg',
      }),
      gap(),
      () => idOf(1),
      NOW,
    );
    expect(faults).toEqual([]);
    expect(readings.map(({ levelId }) => levelId)).toEqual([idOf(1), idOf(2)]);
    expect(readings.map(({ outcome }) => outcome)).toMatchObject([
      { kind: 'interval', held: 12.5, dropped: 13, typed: '12,5 kg / 13 kg' },
      { kind: 'interval', held: 0.8, dropped: null, typed: '800 g' },
    ]);
    const pounds = readTable(
      [['0.2 mm', '2', '']],
      how({ head: false, columns: { level: 0, reading: 1 }, unit: 'lb' }),
      gap(),
      () => idOf(1),
      NOW,
    );
    // 1 lb is 0.45359237 kg by definition (international yard and pound, 1959).
    expect((pounds.readings[0]!.outcome as { held: number }).held).toBeCloseTo(0.90718474, 10);
  });

  it('says beside the right column that a load cannot drop before it is held', () => {
    const { faults } = readTable(
      [['0.2 mm', '5', '4']],
      how({ head: false, columns: { level: 0, reading: 1, dropped: 2 }, unit: 'kg' }),
      gap(),
      () => idOf(1),
      NOW,
    );
    expect(faults).toEqual([{ row: 1, column: 2, message: 'It must drop more than it held.' }]);
  });

  it('reads yes and no, objects and sentences', () => {
    const yes = read(
      [
        ['10', 'Held', ''],
        ['10', 'no', ''],
        ['10', 'maybe', ''],
      ],
      {},
      {
        ...examplePlan(idOf, { measure: 'load-yes-no', load: '200 g' }),
      },
    );
    expect(yes.readings.map(({ outcome }) => outcome)).toEqual([
      { kind: 'yes-no', yes: true },
      { kind: 'yes-no', yes: false },
    ]);
    expect(yes.faults).toHaveLength(1);
    const objects = ['steel bolt', 'cork'].map((name, i) => ({ id: idOf(40 + i), name }));
    const each = read(
      [
        ['10', 'Steel bolt', ''],
        ['10', 'gold', ''],
      ],
      {},
      {
        ...examplePlan(idOf, { measure: 'each-object', objects }),
      },
    );
    expect(each.readings[0]!.outcome).toEqual({
      kind: 'objects',
      lifted: { [idOf(40)]: true, [idOf(41)]: false },
    });
    expect(each.faults[0]!.message).toContain('gold');
    const words = read(
      [['10', 'It hummed.', '']],
      {},
      {
        ...examplePlan(idOf, { measure: 'sentence' }),
      },
    );
    expect(words.readings[0]!.outcome).toEqual({ kind: 'words', text: 'It hummed.' });
  });

  it('takes date and time where they are, and leaves out what is marked', () => {
    const columns = { level: 0, reading: 1, when: 2, withdrawn: 3 };
    const { readings, skipped, faults } = readTable(
      [
        ['10', '7', '2026-05-04T10:20:00Z', 'no'],
        ['10', '7', '2026-05-04T10:21:00Z', 'yes'],
        ['10', '7', '2026-02-30T09:00:00Z', ''],
      ],
      how({ head: false, columns }),
      examplePlan(),
      () => idOf(1),
      NOW,
    );
    expect(readings.map(({ recordedAt }) => recordedAt)).toEqual(['2026-05-04T10:20:00.000Z']);
    expect([skipped, faults.length]).toEqual([1, 1]);
  });
});

describe('columns are guessed', () => {
  it('from Nab’s own CSV', () => {
    const heads =
      'trial_id,recorded_at,group,factor,level,level_number (turns),reading,off_count,stuck_count,withdrawn,note';
    expect(guessColumns(heads.split(','), examplePlan()).columns).toEqual({
      when: 1,
      group: 2,
      level: 4,
      reading: 6,
      off: 7,
      stuck: 8,
      withdrawn: 9,
      note: 10,
    });
  });

  it('from what is changed, with the units in brackets', () => {
    expect(guessColumns(['Turns', 'Lifted'], examplePlan()).columns).toEqual({
      level: 0,
      reading: 1,
    });
    expect(guessColumns(['level (in)', 'reading', 'held (lb)', 'dropped (lb)'], gap())).toEqual({
      columns: { level: 0, reading: 2, dropped: 3 },
      levelUnit: 'in',
      unit: 'lb',
    });
    expect(guessColumns(['a', 'b'], gap())).toEqual({ columns: {}, levelUnit: 'mm', unit: 'kg' });
  });
});
