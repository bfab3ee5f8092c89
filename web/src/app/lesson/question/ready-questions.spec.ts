import { describe, expect, it } from 'vitest';
import { check } from '@nab/contract/problem';
import { experimentDocumentSchema } from '@nab/contract/experiments';
import { planSchema, toLessonPlan } from '@nab/contract/lesson';
import { casesOf, powerAnalysis } from '@nab/core/lesson';
import { freshPlan } from '../../investigation';
import type { Schema } from 'yup';
import { OWN_QUESTIONS, READY_QUESTIONS } from './ready-questions';

const faultsOf = (schema: unknown, value: unknown) => {
  const checked = check(schema as Schema<unknown>, value);
  return checked.ok ? [] : checked.errors;
};

describe('ready questions', () => {
  it('are many, each of its own kind', () => {
    expect(READY_QUESTIONS.length).toBeGreaterThanOrEqual(12);
    expect(new Set(READY_QUESTIONS.map(({ id }) => id)).size).toBe(READY_QUESTIONS.length);
    expect(new Set(READY_QUESTIONS.map(({ factor }) => factor)).size).toBeGreaterThan(9);
    expect(new Set(READY_QUESTIONS.map(({ measure }) => measure)).size).toBeGreaterThan(5);
  });

  it.each([...READY_QUESTIONS, ...OWN_QUESTIONS].map((one) => [one.title, one] as const))(
    '%s: is valid, can be wound and may be switched on at every level',
    (_title, question) => {
      const plan = freshPlan(question);
      expect(faultsOf(planSchema, plan)).toEqual([]);
      expect(faultsOf(experimentDocumentSchema, question.design)).toEqual([]);
      for (const { level, fault, stops } of casesOf(toLessonPlan(plan, question.design))) {
        expect([level, fault, stops]).toEqual([level, null, []]);
      }
    },
  );

  it.each(READY_QUESTIONS.map((one) => [one.title, one] as const))(
    '%s: will hardly empty the tray',
    (_title, question) => {
      const plan = freshPlan(question);
      const lesson = toLessonPlan(plan, question.design);
      const { mayExceedCeiling } = powerAnalysis(lesson, casesOf(lesson), {
        repeats: plan.repeats,
        groups: plan.groups.length,
        traySize: plan.traySize,
      });
      expect(mayExceedCeiling.map(({ of, probability }) => [of.level, probability])).toEqual([]);
    },
  );
});
