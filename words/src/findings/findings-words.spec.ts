import { foldTrials, toFindings, toLessonPlan, type Reading } from '@nab/contract/lesson';
import { newDesign } from '@nab/contract/experiments';
import { casesOf, findingsOf } from '@nab/core/lesson';
import { examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { pairRows } from './findings-words.js';

describe('kinds held against each other', () => {
  const plan = examplePlan(idOf, {
    factor: 'core-material',
    levels: ['wood', 'nail-steel'].map((value, i) => ({ id: idOf(1 + i), value })),
    measure: 'load-yes-no',
    load: '50 g',
  });
  const rows = (yes: readonly [number, number], n: number) => {
    let next = 500;
    const readings = yes.flatMap((count, level) =>
      Array.from({ length: n }, (_, i): Reading =>
        exampleReading({
          id: idOf(next++),
          levelId: idOf(1 + level),
          outcome: { kind: 'yes-no', yes: i < count },
        }),
      ),
    );
    const { trials, guesses } = toFindings(foldTrials(readings).trials, []);
    const lesson = toLessonPlan(plan, newDesign());
    return pairRows(plan, findingsOf(lesson, casesOf(lesson), trials, guesses, plan));
  };

  it('by yes and no say how many of a hundred more, and from where to where', () => {
    // Newcombe's interval of 9 of 10 less 3 of 10: 17 to 81 of a hundred.
    expect(rows([3, 9], 10)).toEqual([
      expect.objectContaining({
        difference: '+60 points',
        interval: '+17 points to +81 points',
        chance: '0.02',
      }),
    ]);
    expect(rows([3, 9], 10)[0]!.name).toMatch(/vs Wood$/);
  });

  it('have the larger first, whichever was tried first', () => {
    const [row] = rows([9, 3], 10);
    expect(row).toMatchObject({ difference: '+60 points', interval: '+17 points to +81 points' });
    expect(row!.name).toMatch(/^Wood vs /);
  });
});
