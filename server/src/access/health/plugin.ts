import plugin from 'fastify-plugin';
import type { Sequelize } from 'sequelize';
import { ProblemError } from '../../platform/problems/index.js';
import { ANY_ROLE } from '../roles/index.js';
import { probe, type DatabaseState } from './probe.js';

/** Whoever asks within this of the last answer gets the same. */
const FRESH_MS = 1_000;
/** How often a database that gave no answer is asked again. */
const AGAIN_MS = 1_000;

/**
 * `/api/health`: how the database is, looked at once for all who ask. While it gives no answer every
 * other request is told so at once, instead of waiting for a connection; the application itself is
 * served all the same. Must be registered before the routes.
 */
export const health = plugin<{ sequelize: Sequelize }>(async (app, { sequelize }) => {
  const ask = probe(sequelize);
  let state: DatabaseState = 'ok';
  let at = -Infinity;
  let looking: Promise<DatabaseState> | null = null;
  let again: NodeJS.Timeout | null = null;
  let ended = false;

  async function look(): Promise<DatabaseState> {
    try {
      state = await ask();
    } finally {
      at = performance.now();
      looking = null;
    }
    // A recovery has to be noticed, whichever client asks.
    if (state === 'silent' && !ended) again = setTimeout(() => void now(), AGAIN_MS).unref();
    return state;
  }

  const now = (): Promise<DatabaseState> => {
    if (performance.now() - at < FRESH_MS && looking === null) return Promise.resolve(state);
    looking ??= look();
    return looking;
  };

  app.addHook('onRequest', async ({ url }) => {
    if (state !== 'silent' || !url.startsWith('/api/') || url.startsWith('/api/health')) return;
    throw new ProblemError('UNAVAILABLE', {
      detail: 'The database gives no answer. Nothing was saved; Nab tries again by itself.',
      retryAfter_s: 2,
    });
  });

  app.get('/api/health', { config: ANY_ROLE }, async (_request, reply) => {
    const database = await now();
    return database === 'ok'
      ? { status: 'ok', database }
      : reply.status(503).send({ status: 'unavailable', database });
  });

  app.addHook('onClose', async () => {
    ended = true;
    if (again) clearTimeout(again);
  });
});
