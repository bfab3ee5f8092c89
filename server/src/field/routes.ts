import { designSchema, type DesignDocument, type FieldPictureResource } from '@nab/contract';
import type { FastifyPluginAsync } from 'fastify';
import { Piscina } from 'piscina';
import { object } from 'yup';
import { ProblemError } from '../problems/index.js';
import { BENCHES } from '../roles/index.js';
import type { FieldAnswer } from './solve.js';

const requestSchema = object({ design: designSchema }).noUnknown().required();

/**
 * `/api/fields`: a magnet's field solved in a thread of the server, for devices too weak for it. The
 * same code as in the browser, so the same answer. Closing the connection ends the solution.
 */
export const fieldRoutes: FastifyPluginAsync = async (app) => {
  const pool = new Piscina<unknown, FieldAnswer>({
    filename: new URL('./solve.ts', import.meta.url).href,
    // Threads do not inherit the loader when a test runner starts them.
    execArgv: ['--import', 'tsx'],
    minThreads: 0,
    maxThreads: 2,
    // A class of tablets may ask at once; more than that is told to come back.
    maxQueue: 40,
    idleTimeout: 30_000,
  });
  // A server that is told to end waits for its requests, and these take long.
  const ending = new AbortController();
  app.addHook('preClose', async () => ending.abort());
  app.addHook('onClose', () => pool.destroy());

  app.post<{ Body: { design: DesignDocument } }>(
    '/',
    { config: BENCHES, schema: { body: requestSchema } },
    async (request, reply): Promise<FieldPictureResource> => {
      const { design } = request.body;
      if (pool.queueSize >= pool.options.maxQueue) {
        throw new ProblemError('BUSY', {
          detail: 'Solve it on this device, or try again shortly.',
        });
      }
      const gone = new AbortController();
      reply.raw.on('close', () => {
        if (!reply.raw.writableEnded) gone.abort();
      });
      const signal = AbortSignal.any([gone.signal, ending.signal]);
      const answer = await pool.run(design, { signal }).catch((error: unknown) => {
        throw ending.signal.aborted ? new ProblemError('UNAVAILABLE') : error;
      });
      if (!answer.ok) throw new ProblemError(answer.code, { detail: answer.message });
      return answer.picture;
    },
  );
};
