import { newDesign } from '@nab/contract/experiments';
import { toFindings, toLessonPlan, type Trial } from '@nab/contract/lesson';
import { casesOf, findingsOf } from '@nab/core/lesson';
import { counted, examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import {
  endsRows,
  objectRows,
  objectsConclusion,
  objectsGuess,
  switchedRows,
} from './residual-tables.js';

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

describe('several objects', () => {
  const [pin, screw] = [idOf(51), idOf(52)];
  const plan = examplePlan(idOf, {
    measure: 'each-object',
    objects: [
      { id: pin, name: 'Steel pin', material: 'steel', mass: '0.1 g' },
      { id: screw, name: 'Brass screw', material: 'brass', mass: '2 g' },
    ],
  });
  const places = casesOf(toLessonPlan(plan, newDesign()));
  const tried = (level: number, lifted: Record<string, boolean>) =>
    trial(level, { kind: 'objects', lifted });
  const trials = [
    tried(1, { [pin]: true, [screw]: false }),
    tried(1, { [pin]: false, [screw]: false }),
    tried(2, { [pin]: true, [screw]: false }),
  ];
  const guesses = [
    { levelId: idOf(1), seriesId: null, words: objectsGuess(['Steel pin', 'Brass screw']) },
    { levelId: idOf(1), seriesId: null, words: objectsGuess([]) },
  ];

  it('are counted object by object, beside what groups and Nab said', () => {
    const [first, second] = objectRows(plan, places, trials, guesses);
    expect(first!.cells[0]).toMatchObject({ lifted: '1 of 2', guessed: '1 of 2' });
    expect(first!.cells[1]).toMatchObject({ lifted: '1 of 1', guessed: '–', model: 'yes' });
    expect(first).toMatchObject({ lifted: 2, trials: 3 });
    expect(second!.cells.map(({ model }) => model)).toEqual(places.map(() => 'no'));
    expect(objectRows({ ...plan, measure: 'sentence' }, places, trials, guesses)).toEqual([]);
  });

  it('are concluded by what was lifted always, sometimes and never', () => {
    const rows = objectRows(plan, places, trials, guesses);
    expect(objectsConclusion(rows)).toBe('Sometimes: Steel pin. Never: Brass screw.');
    expect(objectsConclusion(objectRows(plan, places, [], []))).toBeNull();
  });

  it('are findings like any other: their trials count', () => {
    const lesson = toLessonPlan(plan, newDesign());
    const { trials: found, guesses: none } = toFindings(trials, []);
    const findings = findingsOf(lesson, casesOf(lesson), found, none, plan);
    expect(findings.levels[0]!.summary).toMatchObject({ n: 2, mean: 0.5 });
  });
});
