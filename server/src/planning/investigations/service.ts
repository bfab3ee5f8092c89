import { experimentOf, type ExperimentDocument } from '@nab/contract/experiments';
import type {
  EarlierState,
  Investigation,
  InvestigationSummary,
  NewInvestigation,
  Status,
  Plan,
  PlanUpdate,
  RiskNote,
  StoredPlan,
} from '@nab/contract/lesson';
import { randomUUID } from 'node:crypto';
import { ForeignKeyConstraintError, Transaction, type Sequelize } from 'sequelize';
import { insertDesign } from '../../library/designs/index.js';
import { listRevisions, saveRevision, withChanges } from '../../library/history/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import {
  findHead,
  findInvestigation,
  foreignIds,
  insertInvestigation,
  lastRiskNotes,
  listInvestigations,
  etagOf,
  replacePlan,
  setStatus,
} from './repository.js';

/** More than anybody looks through. */
const MOST_EARLIER = 200;

/** What can be done with investigations; each call is one transaction. */
export function investigationService(sequelize: Sequelize) {
  return {
    /** The newest risk notes of the school's own; an empty list when it never wrote any. */
    riskNotes: async (): Promise<RiskNote[]> => (await sequelize.transaction(lastRiskNotes)) ?? [],

    list: (): Promise<InvestigationSummary[]> => sequelize.transaction(listInvestigations),

    /** What a browser that has it already needs not be sent again. */
    mark: (id: string): Promise<string | null> =>
      sequelize.transaction((transaction) => etagOf(id, transaction)),

    read: (id: string): Promise<Investigation> =>
      sequelize.transaction(
        { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ },
        (transaction) => find(id, transaction),
      ),

    /** Creates; the same id again answers with what is there, so a repeated request does no harm. */
    create: ({
      id,
      plan,
      design,
      actor,
      rehearsalOf = null,
    }: NewInvestigation): Promise<Investigation> =>
      whole(sequelize, async (transaction) => {
        const existing = await findInvestigation(id, transaction);
        if (existing) return existing;
        requireOfExperiment(plan, design);
        await refuseForeign(id, plan, transaction);
        if (rehearsalOf !== null) await find(rehearsalOf, transaction);
        const designId = randomUUID();
        await insertDesign(designId, design, actor, transaction);
        await insertInvestigation(id, designId, plan, { actor, rehearsalOf }, transaction);
        return find(id, transaction);
      }),

    /** Archives, deletes or brings back. A deleted one keeps its readings and is only hidden. */
    move: (id: string, place: Status): Promise<void> =>
      sequelize.transaction(async (transaction) => {
        if (!(await setStatus(id, place, transaction))) throw new ProblemError('NOT_FOUND');
      }),

    /** How plan and design were before, the newest change first. */
    history: (id: string): Promise<EarlierState[]> =>
      sequelize.transaction(async (transaction) => {
        const head = await findHead(id, transaction);
        if (!head) throw new ProblemError('NOT_FOUND');
        const rows = await listRevisions([id, head.design.id], MOST_EARLIER, transaction);
        return withChanges(rows, { plan: { ...head.plan }, design: { ...head.design.design } });
      }),

    update: (id: string, update: PlanUpdate): Promise<StoredPlan> =>
      whole(sequelize, (transaction) => changePlan(id, update, transaction)),
  };
}

/**
 * Work that is done whole or not at all.
 * @throws ProblemError LEVEL_IN_USE where the plan leaves out a level, or its class a group, on which
 * readings hang, in whatever investigation.
 */
async function whole<T>(
  sequelize: Sequelize,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  try {
    return await sequelize.transaction(work);
  } catch (error) {
    if (!(error instanceof ForeignKeyConstraintError)) throw error;
    throw new ProblemError('LEVEL_IN_USE', {
      detail: 'Trials hang on it. Keep it, or withdraw its trials and leave it unused.',
    });
  }
}

async function find(id: string, transaction: Transaction): Promise<Investigation> {
  const found = await findInvestigation(id, transaction);
  if (!found) throw new ProblemError('NOT_FOUND');
  return found;
}

/**
 * Changes a plan and keeps how it was. No reading is read for it: a class may have thousands, and a
 * plan saves itself every few keys.
 * @returns the plan as it is stored.
 * @throws ProblemError NOT_FOUND, INVALID_INPUT, ID_TAKEN, or STALE_VERSION with what is there now.
 */
export async function changePlan(
  id: string,
  { version, plan, actor }: PlanUpdate,
  transaction: Transaction,
): Promise<StoredPlan> {
  const findPlan = async () => {
    const head = await findHead(id, transaction);
    if (!head) throw new ProblemError('NOT_FOUND');
    return head;
  };
  const before = await findPlan();
  requireOfExperiment(plan, before.design.design);
  await refuseForeign(id, plan, transaction);
  const written = await replacePlan(id, version, plan, actor, transaction);
  const { version: stored, plan: kept } = await findPlan();
  const current: StoredPlan = { version: stored, plan: kept };
  if (!written) {
    throw new ProblemError('STALE_VERSION', {
      detail: 'The question was changed elsewhere. Nothing was overwritten.',
      current,
    });
  }
  const was = { version, document: before.plan, actor };
  await saveRevision({ kind: 'plan', ref: id, ...was }, transaction);
  return current;
}

/** The question is about the experiment that the design is of, and so is every level's own design. */
export function requireOfExperiment(plan: Plan, design: ExperimentDocument): void {
  const errors = [
    ...(experimentOf(design) === plan.experiment
      ? []
      : [{ path: 'plan.experiment', message: 'The design is of another experiment.' }]),
    ...plan.levels.flatMap((level, i) =>
      level.design === undefined || experimentOf(level.design) === plan.experiment
        ? []
        : [{ path: `plan.levels[${i}].design`, message: 'This is of another experiment.' }],
    ),
  ];
  if (errors.length > 0) throw new ProblemError('INVALID_INPUT', { errors });
}

async function refuseForeign(
  id: string,
  plan: NewInvestigation['plan'],
  transaction: Transaction,
): Promise<void> {
  const foreign = await foreignIds(id, plan, transaction);
  if (foreign.length === 0) return;
  throw new ProblemError('ID_TAKEN', {
    detail: 'A level or group has the id of one in another investigation.',
  });
}
