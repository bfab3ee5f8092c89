import { object, type Schema } from 'yup';
import { experimentDocumentSchema, type ExperimentDocument } from '../../experiments/index.js';
import { planSchema, type Plan } from './plan.js';
import { actor, type Actor } from './reading.js';
import { uuid, version } from '../../fields/index.js';

/** An investigation that is begun. */
export interface NewInvestigation {
  readonly id: string;
  readonly plan: Plan;
  readonly design: ExperimentDocument;
  /** The investigation that is rehearsed with a class that does not exist. */
  readonly rehearsalOf?: string | null;
  readonly actor: Actor;
}

export const newInvestigationSchema = object({
  id: uuid(),
  plan: planSchema.required(),
  design: experimentDocumentSchema,
  rehearsalOf: uuid().nullable().optional().default(null),
  actor: actor(),
})
  .noUnknown()
  .required() as unknown as Schema<NewInvestigation>;

export interface PlanUpdate {
  readonly version: number;
  readonly plan: Plan;
  readonly actor: Actor;
}
/** A plan as it is stored: what the server answers after a change, and what a stale one is told. */
export interface StoredPlan {
  readonly version: number;
  readonly plan: Plan;
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
  /** 0 creates a standalone design. */
  version: version(0),
  design: experimentDocumentSchema,
  actor: actor(),
})
  .noUnknown()
  .required() as unknown as Schema<DesignUpdate>;
