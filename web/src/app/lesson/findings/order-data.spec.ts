import { foldTrials, toFindings, toLessonPlan } from '@nab/contract/lesson';
import { newDesign } from '@nab/contract/experiments';
import { casesOf, findingsOf } from '@nab/core/lesson';
import { counted, examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { orderedPoints } from './order-data';

describe('trials in the order of their groups', () => {
  it('lie as far from the mean of their level as they do, each group counting for itself', () => {
    const plan = examplePlan();
    const lesson = toLessonPlan(plan, newDesign());
    // Limpets read 4 and 10, Terns 8, at 10 turns 4 and 8: mean 6.
    const readings = [
      exampleReading({ id: idOf(90), levelId: idOf(1), outcome: counted(4), arrival: 1 }),
      exampleReading({
        id: idOf(91),
        levelId: idOf(1),
        groupId: idOf(21),
        outcome: counted(8),
        arrival: 2,
      }),
      exampleReading({ id: idOf(92), levelId: idOf(2), outcome: counted(10), arrival: 3 }),
    ];
    const { trials } = toFindings(foldTrials(readings).trials, []);
    const points = orderedPoints(plan, findingsOf(lesson, casesOf(lesson), trials, [], plan));
    expect(points).toEqual([
      { order: 1, away: -2, group: 0, label: 'Limpets, trial 1: 2.0 below the mean of its level' },
      { order: 1, away: 2, group: 1, label: 'Terns, trial 1: 2.0 above the mean of its level' },
      { order: 2, away: 0, group: 0, label: 'Limpets, trial 2: 0.0 above the mean of its level' },
    ]);
  });
});
