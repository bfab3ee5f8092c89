import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { caseText, levelWords, typedLevel } from '@nab/words/lesson';
import { freshPlan } from '.';

describe('a level in words', () => {
  it.each([
    ['turns', '60', '60 turns'],
    ['turns', '1', '1 turn'],
    ['cells-in-series', '2', '2 cells'],
    ['wire-length', '3 ft', '3 ft'],
    ['wire-length', '2', '2 m'],
    ['gap', '0,1 mm', '0,1 mm'],
    ['core-material', 'aluminium', 'Aluminium'],
    ['designs', 'The long one', 'The long one'],
  ] as const)('of %s typed as “%s” is “%s”', (factor, typed, words) => {
    expect(typedLevel(factor, typed)).toBe(words);
  });

  it('that is no level stays as it was typed', () => {
    expect(typedLevel('turns', 'many')).toBe('many');
  });

  it('is followed by that of its line', () => {
    const plan = examplePlan(idOf, {
      series: {
        factor: 'cells-in-series',
        levels: [
          { id: idOf(31), value: '1' },
          { id: idOf(32), value: '2' },
        ],
      },
    });
    expect(caseText(plan, { levelId: idOf(2), seriesId: idOf(32) })).toBe('20 turns · 2 cells');
    expect(caseText(plan, { levelId: idOf(2), seriesId: null })).toBe('20 turns');
    expect(levelWords(plan, idOf(31))).toBe('1 cell');
    expect(levelWords(plan, null)).toBe('');
    expect(levelWords(plan, idOf(99))).toBe('');
  });
});

describe('a plan that is begun', () => {
  const beginning = {
    title: 'How many?',
    experiment: 'straight-magnet',
    factor: 'turns',
    measure: 'objects-one-end',
    levels: ['10', '20'],
  } as const;

  it('has three groups, three trials and a tray of sixty unless told otherwise', () => {
    const plan = freshPlan(beginning);
    expect(plan.groups.map(({ name }) => name)).toEqual(['Group 1', 'Group 2', 'Group 3']);
    expect(plan).toMatchObject({ repeats: 3, traySize: 60, hold: 'nothing', series: null });
    expect(freshPlan({ ...beginning, groupCount: 5 }).groups).toHaveLength(5);
  });

  it('has ids that are nobody else’s', () => {
    const series = { factor: 'cells-in-series', levels: ['1', '2'] } as const;
    const ids = [1, 2].flatMap(() => {
      const plan = freshPlan({
        ...beginning,
        series,
        objects: [{ name: 'bolt' }, { name: 'cork' }],
      });
      const lists = [plan.levels, plan.series!.levels, plan.groups, plan.objects];
      return [plan.class.id, ...lists.flatMap((list) => list.map(({ id }) => id))];
    });
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('keeps the class that it is begun for', () => {
    const groups = [{ id: idOf(1), name: 'Terns' }];
    const plan = freshPlan({ ...beginning, class: { id: idOf(9), name: 'Tuesday' }, groups });
    expect(plan.class.name).toBe('Tuesday');
    expect(plan.groups).toBe(groups);
  });
});
