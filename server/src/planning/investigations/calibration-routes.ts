import { foldTrials, toFindings, toLessonPlan, type Investigation } from '@nab/contract/lesson';
import { casesOf, findingsOf, measureOf } from '@nab/core/lesson';
import type { FastifyPluginAsync } from 'fastify';
import { Transaction, type Sequelize } from 'sequelize';
import { tryAgain } from '../../platform/database/index.js';
import { byId, type ById } from '../../platform/plugins/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import { EDUCATORS } from '../../access/roles/index.js';
import { forget, saveCalibration, calibrationKey } from '../calibrations/index.js';
import { findInvestigation } from './repository.js';

/** Saves what a class's trials say about Nab's predictions, for the school's next lessons, and removes it. */
export const calibrationRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const change = (work: (transaction: Transaction) => Promise<void>): Promise<void> =>
    tryAgain(sequelize, { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ }, work);
  const options = { config: EDUCATORS, schema: { params: byId } };

  app.put<ById>('/investigations/:id/calibration', options, async ({ params }, reply) => {
    await change(async (transaction) => {
      const found = await findInvestigation(params.id, transaction);
      if (!found) throw new ProblemError('NOT_FOUND');
      await saveCalibration(taughtBy(found), transaction);
    });
    return reply.status(204).send();
  });

  app.delete<ById>('/investigations/:id/calibration', options, async ({ params }, reply) => {
    await change((transaction) => forget([params.id], transaction));
    return reply.status(204).send();
  });

  app.delete('/calibrations', { config: EDUCATORS }, async (_request, reply) => {
    await change((transaction) => forget(null, transaction));
    return reply.status(204).send();
  });
};

/** @throws ProblemError INVALID_INPUT where its readings say nothing about predictions. */
function taughtBy(investigation: Investigation) {
  const { id, plan, design, readings, rehearsalOf, learnt = null } = investigation;
  const refuse = (message: string): ProblemError =>
    new ProblemError('INVALID_INPUT', { errors: [{ path: 'readings', message }] });
  if (rehearsalOf !== null) throw refuse('A rehearsal teaches nothing: nobody made its readings.');
  const lesson = toLessonPlan(plan, design.design, learnt);
  const cases = casesOf(lesson);
  const { trials } = toFindings(foldTrials(readings).trials, []);
  const { own, trials: count } = findingsOf(lesson, cases, trials, [], plan);
  const { heldAgainst } = measureOf(plan.measure);
  const spread = cases.find(({ forecast }) => forecast)?.forecast?.spread;
  if (own === null || heldAgainst === null || !spread) {
    throw refuse('These readings say nothing about Nab’s predictions yet.');
  }
  return {
    investigationId: id,
    heldAgainst,
    ...calibrationKey(design),
    // Its predictions were made with what earlier classes had taught.
    mean: own.mean + Math.log(learnt?.factor ?? 1),
    variance: own.variance,
    classFactor: spread.classFactor ** (1 / (learnt?.narrower ?? 1)),
    trials: count,
  };
}
