import { describe, expect, it } from 'vitest';
import {
  check,
  foldTrials,
  planSchema,
  predictionFor,
  readingSchema,
  type Plan,
  type Prediction,
  type Reading,
} from './index.js';

const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const plan: Plan = {
  title: 'Does it?',
  factor: 'turns',
  levels: [
    { id: id(1), turns: 10 },
    { id: id(2), turns: 20 },
  ],
  groups: [{ id: id(3), name: 'Limpets' }],
  repeats: 3,
  traySize: 60,
};
const reading: Reading = {
  id: id(10),
  groupId: id(3),
  levelId: id(1),
  offCount: 0,
  count: 7,
  stuckCount: 1,
  onTime_s: 4.2,
  note: '',
  recordedAt: '2026-10-07T09:41:00.000Z',
  receivedAt: '2026-10-07T09:41:01.000Z',
  corrects: null,
  reason: null,
  withdrawn: false,
};
const bodyOf = ({ id: _id, receivedAt: _at, ...body }: Reading) => body;
const pathsOf = (schema: Parameters<typeof check>[0], value: unknown): string[] => {
  const checked = check(schema, value);
  return checked.ok ? [] : checked.errors.map((error) => error.path);
};

describe('a plan', () => {
  it('is valid as it stands', () => {
    expect(pathsOf(planSchema, plan)).toEqual([]);
  });

  it.each<[string, Partial<Plan>]>([
    ['title', { title: '' }],
    ['levels', { levels: plan.levels.slice(0, 1) }],
    ['levels[1].turns', { levels: [plan.levels[0]!, { id: id(2), turns: 10 }] }],
    ['levels[0].turns', { levels: [{ id: id(1), turns: 0 }, plan.levels[1]!] }],
    ['groups', { groups: [] }],
    ['groups[0].name', { groups: [{ id: id(3), name: ' ' }] }],
    ['repeats', { repeats: 0 }],
    ['traySize', { traySize: 1.5 }],
  ])('says beside %s what is wrong', (path, change) => {
    expect(pathsOf(planSchema, { ...plan, ...change })).toContain(path);
  });

  it('does not take keys it does not know', () => {
    expect(pathsOf(planSchema, { ...plan, pupils: ['x'] })).not.toEqual([]);
  });
});

describe('a reading', () => {
  it('is valid as it stands', () => {
    expect(pathsOf(readingSchema, bodyOf(reading))).toEqual([]);
  });

  it.each<[string, Partial<Reading>]>([
    ['count', { count: -1 }],
    ['count', { count: null as never }],
    ['stuckCount', { stuckCount: 8 }],
    ['recordedAt', { recordedAt: 'yesterday' }],
    ['reason', { corrects: id(9) }],
    ['withdrawn', { withdrawn: true }],
    ['note', { note: 'x'.repeat(501) }],
  ])('says beside %s what is wrong', (path, change) => {
    expect(pathsOf(readingSchema, bodyOf({ ...reading, ...change }))).toContain(path);
  });
});

describe('trials', () => {
  const correction: Reading = {
    ...reading,
    id: id(11),
    count: 8,
    recordedAt: '2026-10-07T09:45:00.000Z',
    corrects: id(10),
    reason: 'miscounted',
  };

  it('stand as last corrected, with the original kept', () => {
    const { trials } = foldTrials([correction, reading]);
    expect(trials).toHaveLength(1);
    expect(trials[0]!.current.count).toBe(8);
    expect(trials[0]!.history.map((r) => r.count)).toEqual([7, 8]);
  });

  it('follow a correction of a correction, in whatever order they arrive', () => {
    const again: Reading = {
      ...correction,
      id: id(12),
      count: 9,
      corrects: id(11),
      recordedAt: '2026-10-07T09:50:00.000Z',
    };
    for (const order of [
      [reading, correction, again],
      [again, correction, reading],
    ]) {
      expect(foldTrials(order).trials[0]!.current.count).toBe(9);
    }
  });

  it('are out of the result when withdrawn, but not gone', () => {
    const out = { ...correction, withdrawn: true };
    const folded = foldTrials([reading, out]);
    expect(folded.trials).toEqual([]);
    expect(folded.withdrawn[0]!.history[0]!.count).toBe(7);
  });
});

describe('a group’s prediction', () => {
  it('is the last one it recorded for the level', () => {
    const first: Prediction = {
      id: id(20),
      groupId: id(3),
      levelId: id(1),
      count: 4,
      recordedAt: '2026-10-07T09:00:00.000Z',
    };
    const second = { ...first, id: id(21), count: 6, recordedAt: '2026-10-07T09:01:00.000Z' };
    expect(predictionFor([second, first], id(3), id(1))?.count).toBe(6);
    expect(predictionFor([first], id(3), id(2))).toBeNull();
  });
});
