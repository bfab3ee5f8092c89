import {
  commonUnit,
  factorOf,
  FACTORS,
  makesSense,
  measureOf,
  MEASURES,
  parseLevel,
  type Factor,
  type FactorId,
  type Hold,
  type LessonPlan,
  type LevelValue,
  type MeasureId,
  type PlannedFactor,
} from '@nab/core/lesson';
import { CoreError } from '@nab/core/errors';
import {
  EXPERIMENTS,
  OBJECT_MATERIALS,
  SHELL_LIMITS,
  type ExperimentId,
  type ObjectMaterial,
} from '@nab/core/experiments';
import { parseQuantity } from '@nab/core/quantities';
import {
  DESIGN_LIMITS,
  experimentDocumentSchema,
  toSubject,
  type ExperimentDocument,
} from '../../experiments/index.js';
import { array, boolean, lazy, mixed, object, type InferType } from 'yup';
import { choice, count, filledText, quantity, uuid } from '../../fields/index.js';
import { lessonSchema } from './lesson.js';

export const MOST_OBJECTS = 9999;

export const HOLDS: Readonly<Record<Hold, string>> = {
  nothing: 'As it comes',
  'bench-supply': 'A bench supply gives every level the same current',
  ballast: 'Spare wire stays in the circuit, so every level has the same wire',
  taps: 'One coil with taps: the same core and winding for every level',
};

const levelSchema = object({
  id: uuid(),
  /** As typed: a quantity with its unit, a number, a kind's id, or the name of a design. */
  value: filledText(80, 'Type a level.'),
  /** Of the factor of whole designs: the level's own. */
  design: lazy((value: unknown) =>
    value === undefined ? mixed() : experimentDocumentSchema.resolve({ value }),
  ) as unknown as ReturnType<typeof mixed<ExperimentDocument>>,
  /** Added to check what the curve through the others says there. */
  check: boolean().optional(),
}).noUnknown();

const groupSchema = object({
  id: uuid(),
  name: filledText(40, 'Give the group a name.'),
}).noUnknown();

export const MOST_LEVELS = 12;
const MOST_SERIES = 3;

/** Two things with one id would be one thing with two names. */
function sameIdAt(path: string, list: unknown): Fault | null {
  const seen = new Set<string>();
  for (const { id } of recordsIn(list)) {
    if (typeof id !== 'string') continue;
    if (seen.has(id.toLowerCase())) return { path, message: 'Two of them have the same id.' };
    seen.add(id.toLowerCase());
  }
  return null;
}

/** The records of what may be no list at all: what is wrong with it has a message of its own. */
function recordsIn(list: unknown): Readonly<Record<string, unknown>>[] {
  if (!Array.isArray(list)) return [];
  return list.map((item: unknown) => (item ?? {}) as Readonly<Record<string, unknown>>);
}

const listOf = (what: string, most: number, least: number, few: string) =>
  array(levelSchema.required()).min(least, few).max(most, `At most ${most} ${what}.`).defined();

/** The question of an investigation: what is changed, what is measured, by whom, how often. */
export const planSchema = object({
  title: filledText(120, 'Give the investigation a title.'),
  experiment: choice<ExperimentId>(EXPERIMENTS, 'an experiment'),
  factor: choice<FactorId>(FACTORS, 'what is changed'),
  levels: listOf('levels', MOST_LEVELS, 2, 'Compare at least two levels.'),
  /** A second factor, each of whose levels is a line of its own. */
  series: object({
    factor: choice<FactorId>(FACTORS, 'what the lines differ in'),
    levels: listOf('lines', MOST_SERIES, 2, 'Two lines at least.'),
  })
    .noUnknown()
    .nullable()
    .defined(),
  measure: choice<MeasureId>(MEASURES, 'what is measured'),
  /** Load that is to be held, where the measure asks for one. */
  load: quantity('mass', {
    ...SHELL_LIMITS.load,
    min: DESIGN_LIMITS.plateLoad.min,
  }).nullable(),
  /** Objects that are tried, where the measure asks for them. */
  objects: array(
    object({
      id: uuid(),
      name: filledText(40, 'Name the object.'),
      /** With both Nab says whether it is lifted. */
      material: choice<ObjectMaterial>(OBJECT_MATERIALS, 'a material').optional(),
      mass: quantity('mass', DESIGN_LIMITS.massEach).optional(),
    })
      .noUnknown()
      .required(),
  )
    .max(12, 'At most 12 objects.')
    .defined(),
  hold: choice<Hold>(HOLDS, 'how it is held'),
  class: object({ id: uuid(), name: filledText(60, 'Give the class a name.') })
    .noUnknown()
    .required(),
  groups: array(groupSchema.required())
    .min(1, 'At least one group.')
    .max(20, 'At most 20 groups.')
    .defined(),
  repeats: count(20).min(1, 'At least one trial at each level.').defined(),
  traySize: count(MOST_OBJECTS).min(1, 'At least one object.').defined(),
  /** How the lesson is laid out; absent until somebody has said. */
  lesson: lessonSchema.optional().default(undefined),
})
  .noUnknown()
  .test('whole', (plan, context) => {
    const problem = planProblem(plan as Partial<Plan> | undefined);
    if (problem === null) return true;
    const path = context.path ? `${context.path}.${problem.path}` : problem.path;
    return context.createError({ ...problem, path });
  });

interface Fault {
  readonly path: string;
  readonly message: string;
}

/** Faults that involve several fields, each reported at the field that can fix it. */
function planProblem(plan: Partial<Plan> | undefined): Fault | null {
  if (!plan?.factor || !plan.measure || !plan.experiment) return null;
  // Unknown ids have a message of their own.
  if (!(
    Object.hasOwn(FACTORS, plan.factor) &&
    Object.hasOwn(MEASURES, plan.measure) &&
    Object.hasOwn(EXPERIMENTS, plan.experiment)
  )) {
    return null;
  }
  const { factor, measure, experiment, series, levels, groups, objects, load } = plan;
  const { name, needs } = measureOf(measure);
  if (!makesSense(factor, measure, experiment)) {
    return {
      path: 'factor',
      message: `${factorOf(factor).name} and “${name}” make no question together.`,
    };
  }
  if (series && series.factor === factor) {
    return { path: 'series.factor', message: 'The lines must differ in something else.' };
  }
  if (
    series?.factor &&
    Object.hasOwn(FACTORS, series.factor) &&
    !makesSense(series.factor, measure, experiment)
  ) {
    return { path: 'series.factor', message: 'That makes no difference to what is measured.' };
  }
  if (needs.includes('load') && !load) {
    return { path: 'load', message: 'Say which load is to be held.' };
  }
  if (needs.includes('objects') && !(objects && objects.length > 0)) {
    return { path: 'objects', message: 'Name at least one object.' };
  }
  const twice =
    sameIdAt('groups', groups) ??
    sameIdAt('objects', objects) ??
    sameIdAt('levels', [...recordsIn(levels), ...recordsIn(series?.levels)]);
  return (
    twice ??
    levelsProblem(factor, levels, 'levels') ??
    (series ? levelsProblem(series.factor, series.levels, 'series.levels') : null)
  );
}

/** Each level must be one of its factor's, and no two the same. */
function levelsProblem(factor: FactorId, levels: unknown, path: string): Fault | null {
  if (!Object.hasOwn(FACTORS, factor)) return null;
  const seen = new Set<LevelValue>();
  for (const [i, { value: typed }] of recordsIn(levels).entries()) {
    if (typeof typed !== 'string') continue;
    const at = `${path}[${i}].value`;
    try {
      const value = parseLevel(factorOf(factor).axis, typed);
      // Half a nanometre apart is the same wire.
      const key = typeof value === 'number' ? Number(value.toPrecision(9)) : value.toLowerCase();
      if (seen.has(key)) return { path: at, message: `${typed} is there already.` };
      seen.add(key);
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      return { path: at, message: error.message };
    }
  }
  return null;
}

export type Plan = InferType<typeof planSchema>;
export type Level = Plan['levels'][number];
export type Group = Plan['groups'][number];

const unitOf = (factor: FactorId, levels: readonly Level[]): string =>
  commonUnit(
    factorOf(factor).axis,
    levels.map(({ value }) => value),
  );

/** What a plan changes, its axis in the unit in which the levels were typed. */
export const plannedFactor = ({ factor, levels }: Pick<Plan, 'factor' | 'levels'>): Factor =>
  factorOf(factor, unitOf(factor, levels));

/**
 * A plan on its design, as what the core computes with. Both must be valid.
 * @param learnt what earlier classes have shown; the model alone without it.
 */
export function toLessonPlan(
  plan: Plan,
  document: ExperimentDocument,
  learnt: LessonPlan['learnt'] | null = null,
): LessonPlan {
  const planned = (factor: FactorId, levels: readonly Level[]): PlannedFactor => ({
    factor,
    unit: unitOf(factor, levels),
    levels: levels.map(({ id, value, design, check }) => ({
      id,
      value: parseLevel(factorOf(factor).axis, value),
      ...(design && { own: toSubject(design) }),
      ...(check && { check }),
    })),
  });
  return {
    base: toSubject(document),
    ...planned(plan.factor, plan.levels),
    series: plan.series && planned(plan.series.factor, plan.series.levels),
    measure: plan.measure,
    conditions: {
      ...(plan.load && { load: parseQuantity(plan.load, 'mass').si }),
    },
    hold: plan.hold,
    ...(learnt && { learnt }),
  };
}
