import { designSchema, type DesignDocument } from '@nab/contract/experiments';
import type { FastifyPluginAsync } from 'fastify';
import { Piscina } from 'piscina';
import { object } from 'yup';
import { clientAbortSignal, threadFile } from '../../platform/plugins/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import { PARTICIPANTS } from '../../access/roles/index.js';
import type { FieldAnswer } from './solve.js';

const requestSchema = object({ design: designSchema }).noUnknown().required();

/**
 * `/api/fields`: a magnet's field solved by one of the servers, for devices too weak for it. The
 * same code as in the browser, so the same answer. Closing the connection ends the solution.
 */
export const fieldRoutes: FastifyPluginAsync = async (app) => {
  const pool = new Piscina<unknown, FieldAnswer>({
    filename: threadFile('field-thread'),
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
  });
  app.addHook('onClose', () => pool.destroy());
  app.jobs.handle<DesignDocument, FieldAnswer>('fields', {
    concurrency: 2,
    // A class of tablets may ask at once; more than that is told to come back.
    maxQueued: 40,
    run: (design, signal) => pool.run(design, { signal }),
  });

  app.post<{ Body: { design: DesignDocument } }>(
    '/',
    { config: PARTICIPANTS, schema: { body: requestSchema } },
    async ({ body: { design } }, reply) => {
      const answer = await app.jobs.submit<FieldAnswer>('fields', design, clientAbortSignal(reply));
      if (!answer.ok) throw new ProblemError(answer.code, { detail: answer.message });
      return reply.type('application/json').send(answer.picture);
    },
  );
};
