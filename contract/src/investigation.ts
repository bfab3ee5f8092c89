import { number, object, type Schema } from 'yup';
import { experimentDocumentSchema, type ExperimentDocument } from './experiment-documents.js';
import { planSchema, uuid, type Plan } from './plan.js';
import { actor, type Actor } from './reading.js';

/** An investigation that is begun. */
export interface NewInvestigation {
  readonly id: string;
  readonly plan: Plan;
  readonly design: ExperimentDocument;
  readonly actor: Actor;
}

export const newInvestigationSchema = object({
  id: uuid(),
  plan: planSchema.required(),
  design: experimentDocumentSchema,
  actor: actor(),
})
  .noUnknown()
  .required() as unknown as Schema<NewInvestigation>;

/** The greatest version a database column of this kind holds. */
const MOST_VERSIONS = 2 ** 31 - 2;

/** A change names the version that it was made from. */
export const version = (least = 1) =>
  number()
    .typeError('Must be a whole number.')
    .integer('Must be a whole number.')
    .min(least, `Must be ${least} or more.`)
    .max(MOST_VERSIONS, 'There are not so many versions.')
    .defined('The version the change was made from is missing.');

export interface PlanUpdate {
  readonly version: number;
  readonly plan: Plan;
  readonly actor: Actor;
}
export interface DesignUpdate {
  readonly version: number;
  readonly design: ExperimentDocument;
  readonly actor: Actor;
}

export const planUpdateSchema = object({
  version: version(),
  plan: planSchema.required(),
  actor: actor(),
})
  .noUnknown()
  .required() as unknown as Schema<PlanUpdate>;

export const designUpdateSchema = object({
  /** 0 makes a design that stands by itself. */
  version: version(0),
  design: experimentDocumentSchema,
  actor: actor(),
})
  .noUnknown()
  .required() as unknown as Schema<DesignUpdate>;
