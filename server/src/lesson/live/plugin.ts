import sse from '@fastify/sse';
import plugin from 'fastify-plugin';
import type { Sequelize } from 'sequelize';
import { inSchool, type PgNotifications } from '../../platform/database/index.js';
import { allSchools } from '../../access/schools/index.js';
import { ChangeFeeds } from './feeds.js';
import { pruneChanges } from './repository.js';
import { liveRoutes } from './routes.js';
import { ChangeNotifier } from './change-notifier.js';

const BEAT_MS = 15_000;
/** Where a notification was lost, a change is seen after this at the latest. */
const POLL_INTERVAL_MS = 5_000;
const KEPT_DAYS = 2;
const PRUNE_MS = 3_600_000;

/** Every screen hears what changes, whichever server it hangs on and whichever took the change. */
export const live = plugin<{ sequelize: Sequelize; notices: PgNotifications }>(
  async (app, { sequelize, notices }) => {
    const failed = (error: unknown): void => app.log.warn({ err: error }, 'live changes');
    const feeds = new ChangeFeeds(sequelize, failed);
    const wake = new ChangeNotifier(sequelize, notices, () => feeds.look(), failed);
    await app.register(sse, { heartbeatInterval: BEAT_MS });
    await app.register(liveRoutes, { prefix: '/api', feeds });

    app.addHook('onResponse', async ({ method }, { statusCode }) => {
      if (method !== 'GET' && method !== 'HEAD' && statusCode < 400) wake.notify();
    });
    const sweep = setInterval(() => feeds.look(), POLL_INTERVAL_MS).unref();
    const pruneAll = async (): Promise<void> => {
      for (const id of await allSchools()) {
        await inSchool(id, () => pruneChanges(sequelize, KEPT_DAYS));
      }
    };
    const prune = setInterval(() => void pruneAll().catch(failed), PRUNE_MS).unref();
    app.addHook('onClose', async () => {
      clearInterval(sweep);
      clearInterval(prune);
      feeds.end();
      wake.end();
    });
  },
);
