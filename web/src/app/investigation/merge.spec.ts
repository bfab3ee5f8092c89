import { newDesign } from '@nab/contract/experiments';
import type { Investigation } from '@nab/contract/lesson';
import { examplePlan, examplePrediction, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { merged } from './merge';

const investigation = (change: Partial<Investigation> = {}): Investigation => ({
  id: idOf(300),
  version: 3,
  demo: false,
  rehearsalOf: null,
  polls: [],
  asOf: '0',
  plan: examplePlan(),
  design: { id: idOf(301), version: 5, design: newDesign() },
  predictions: [],
  readings: [exampleReading()],
  ...change,
});
const second = exampleReading({ id: idOf(101) });

describe('what a poll brings', () => {
  it('hides no reading that was delivered after the poll was asked', () => {
    const base = investigation({ readings: [exampleReading(), second] });
    const late = investigation({ readings: [exampleReading()] });
    expect(merged(base, late).readings).toEqual(base.readings);
  });

  it('brings a reading of another tablet although as many are known here', () => {
    const base = investigation({ readings: [exampleReading()] });
    const fresh = investigation({ readings: [second] });
    expect(merged(base, fresh).readings).toEqual([exampleReading(), second]);
  });

  it('brings predictions of other groups', () => {
    const fresh = investigation({ predictions: [examplePrediction()] });
    expect(merged(investigation(), fresh).predictions).toEqual([examplePrediction()]);
  });

  it('brings plan and design as they were changed elsewhere, each by its own version', () => {
    const plan = examplePlan(idOf, { title: 'Changed on the board' });
    const base = investigation();
    const fresh = investigation({ version: 4, plan, design: { ...base.design, version: 4 } });
    expect(merged(base, fresh)).toMatchObject({ version: 4, plan, design: base.design });
    const design = { ...base.design, version: 6, design: { ...newDesign(), name: 'Longer' } };
    expect(merged(base, investigation({ version: 2, design }))).toMatchObject({
      version: 3,
      plan: base.plan,
      design,
    });
  });

  it('is the same object when nothing is new, so that nothing is drawn anew', () => {
    const base = investigation();
    expect(merged(base, investigation())).toBe(base);
  });
});

describe('votes', () => {
  const poll = (change: object = {}) => ({
    id: idOf(400),
    levelId: idOf(1),
    seriesId: null,
    question: 'Will it hold?',
    choices: [1, 0].map((value) => ({ value, name: `${value}` })),
    hands: [1, 2],
    telephones: [0, 0],
    actor: 'educator' as const,
    openedAt: '2026-10-07T09:00:00.000Z',
    closedAt: null,
    ...change,
  });

  it('come as the server has them', () => {
    const fresh = investigation({ polls: [poll({ telephones: [3, 1] })] });
    expect(merged(investigation({ polls: [poll()] }), fresh).polls).toEqual(fresh.polls);
    expect(merged(investigation(), fresh).polls).toEqual(fresh.polls);
    const base = investigation({ polls: [poll()] });
    expect(merged(base, investigation({ polls: [poll()] }))).toBe(base);
  });

  it('that are closed stay closed, though an older answer comes late', () => {
    const closed = poll({ hands: [4, 2], closedAt: '2026-10-07T09:05:00.000Z' });
    const late = investigation({ polls: [poll({ telephones: [9, 9] })] });
    expect(merged(investigation({ polls: [closed] }), late).polls).toEqual([closed]);
  });
});
