import {
  toLessonPlan,
  USUAL_LESSON,
  type Learnt,
  type LessonSettings,
  type Plan,
} from '@nab/contract/lesson';
import type { ExperimentDocument } from '@nab/contract/experiments';
import {
  casesOf,
  measureOf,
  preparationOf,
  type Case,
  type Measure,
  type Preparation,
} from '@nab/core/lesson';
import { formatQuantity } from '@nab/core/quantities';
import { wireText } from '../terms/index.js';
import { lengthUnit, lengthUnits } from './length-units.js';
import { adaptMeasure } from './adapted-measure.js';
import { caseText } from './case-words.js';

/** A level with its words. */
export type NamedCase = Case & { readonly name: string };

/** An investigation as the sheets see it. */
export interface Prepared extends Preparation {
  readonly plan: Plan;
  readonly document: ExperimentDocument;
  readonly settings: LessonSettings;
  readonly measure: Measure;
  readonly cases: readonly NamedCase[];
  /** Only an adult switches it on, before the class: nothing of it is on a pupil's sheet. */
  readonly demonstration: boolean;
  /** Lengths in the unit in which the educator typed the core or the wire. */
  readonly lengthText: (metres: number, digits?: number) => string;
  /** A piece of wire, in metres, or in feet and inches. */
  readonly wireText: (metres: number) => string;
}

/** Everything that is printed for a lesson follows from this. */
export function prepared(
  plan: Plan,
  document: ExperimentDocument,
  settings: LessonSettings = plan.lesson ?? USUAL_LESSON,
  learnt: Learnt | null = null,
): Prepared {
  const lesson = toLessonPlan(plan, document, learnt);
  const cases = casesOf(lesson).map((one) => ({ ...one, name: caseText(plan, one) }));
  const { groups, repeats } = plan;
  const demonstration = cases.some(({ stops, cautions }) =>
    [...stops, ...cautions].some(({ code }) => code === 'demonstration-only'),
  );
  const unit = lengthUnit(document);
  const units = lengthUnits(document, plan);
  return {
    ...preparationOf(lesson, cases, settings, { groups: groups.length, repeats }),
    plan,
    document,
    settings,
    measure: adaptMeasure(measureOf(plan.measure), document),
    cases,
    demonstration,
    lengthText: (metres, digits = 3) => formatQuantity(metres, 'length', unit, digits),
    wireText: (metres) => wireText(metres, units),
  };
}
