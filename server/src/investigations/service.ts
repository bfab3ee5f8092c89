import type { Investigation, NewInvestigation, PlanUpdate } from '@nab/contract';
import { randomUUID } from 'node:crypto';
import { ForeignKeyConstraintError, Transaction, type Sequelize } from 'sequelize';
import { insertDesign } from '../designs/repository.js';
import { ProblemError } from '../problems.js';
import { findInvestigation, foreignIds, insertInvestigation, replacePlan } from './repository.js';

/** What can be done with investigations; each call is one transaction. */
export function investigationService(sequelize: Sequelize) {
  const find = async (id: string, transaction: Transaction): Promise<Investigation> => {
    const found = await findInvestigation(id, transaction);
    if (!found) throw new ProblemError('NOT_FOUND');
    return found;
  };
  return {
    read: (id: string): Promise<Investigation> =>
      sequelize.transaction(
        { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ },
        (transaction) => find(id, transaction),
      ),

    /** Creates; the same id again answers with what is there, so a repeated request does no harm. */
    create: ({ id, plan, design }: NewInvestigation): Promise<Investigation> =>
      sequelize.transaction(async (transaction) => {
        const existing = await findInvestigation(id, transaction);
        if (existing) return existing;
        await refuseForeign(id, plan, transaction);
        const designId = randomUUID();
        await insertDesign(designId, design, transaction);
        await insertInvestigation(id, designId, plan, transaction);
        return find(id, transaction);
      }),

    async update(id: string, { version, plan }: PlanUpdate): Promise<Investigation> {
      try {
        return await sequelize.transaction(async (transaction) => {
          await refuseForeign(id, plan, transaction);
          const written = await replacePlan(id, version, plan, transaction);
          const current = await find(id, transaction);
          if (written) return current;
          throw new ProblemError('STALE_VERSION', {
            detail: 'The question was changed elsewhere. Nothing was overwritten.',
            current,
          });
        });
      } catch (error) {
        if (!(error instanceof ForeignKeyConstraintError)) throw error;
        throw new ProblemError('LEVEL_IN_USE', {
          detail: 'Trials hang on it. Keep it, or withdraw its trials and leave it unused.',
        });
      }
    },
  };
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
