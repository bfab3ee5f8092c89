import plugin from 'fastify-plugin';
import type { PgNotifications } from '../database/index.js';
import { JobQueue } from './queue.js';

declare module 'fastify' {
  interface FastifyInstance {
    /** Long work, done by whichever server of this database has a hand free. */
    readonly jobs: JobQueue;
  }
}

/** Gives the server its part in the queue: from listening on it takes up what any server is asked for. */
export const jobs = plugin<{ databaseUrl: string; notices: PgNotifications }>(
  async (app, { databaseUrl, notices }) => {
    const failed = (error: unknown): void => app.log.warn({ err: error }, 'jobs');
    const queue = new JobQueue(databaseUrl, notices, failed);
    app.decorate('jobs', queue);
    app.addHook('onListen', () => {
      // Nobody waits for it: the next request starts it if this fails.
      queue.start().catch(failed);
    });
    app.addHook('preClose', () => queue.end());
    app.addHook('onClose', () => queue.close());
  },
);
