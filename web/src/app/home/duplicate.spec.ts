import { check } from '@nab/contract/problem';
import { planSchema } from '@nab/contract/lesson';
import { examplePlan } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { duplicatePlan } from './duplicate';

const id = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

describe('a question that is asked again', () => {
  const plan = examplePlan(id, {});
  const again = duplicatePlan({ plan });

  it('keeps what is asked, and the class with its groups', () => {
    expect(again.levels.map(({ value }) => value)).toEqual(plan.levels.map(({ value }) => value));
    expect(again.class).toEqual(plan.class);
    expect(again.groups).toEqual(plan.groups);
    expect(again.title).toBe(`${plan.title} (again)`);
  });

  it('has levels of its own, so that no reading hangs on them', () => {
    const before = new Set(plan.levels.map((level) => level.id));
    expect(again.levels.some((level) => before.has(level.id))).toBe(false);
  });

  it('is a plan, however long the title was', () => {
    const long = duplicatePlan({ plan: { ...plan, title: 'Why? '.repeat(24) } });
    expect(check(planSchema, long).ok).toBe(true);
  });
});
