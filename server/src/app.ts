import compress from '@fastify/compress';
import { problem } from '@nab/contract/problem';
import type { Setting } from '@nab/contract/lesson';
import Fastify, { type FastifyInstance, type FastifyServerOptions } from 'fastify';
import type { Sequelize } from 'sequelize';
import { archiveRoutes } from './transfer/archive/index.js';
import { classRoutes } from './library/classes/index.js';
import { defineModels, PgNotifications } from './platform/database/index.js';
import { designRoutes } from './library/designs/index.js';
import { fieldRoutes } from './library/field/index.js';
import { transferRoutes } from './transfer/files/index.js';
import { health } from './access/health/index.js';
import { investigationRoutes, calibrationRoutes } from './planning/investigations/index.js';
import { jobs } from './platform/jobs/index.js';
import { live } from './lesson/live/index.js';
import { openapi } from './platform/openapi/index.js';
import { asLogged, clientFault, problems, sendProblem } from './platform/problems/index.js';
import {
  currentAddress,
  security,
  shutdown,
  validation,
  webApplication,
} from './platform/plugins/index.js';
import { pollRoutes } from './planning/polls/index.js';
import { printingRoutes } from './planning/printing/index.js';
import { readingRoutes } from './lesson/readings/index.js';
import { roles, sessionRoutes } from './access/roles/index.js';
import { roomRoutes } from './lesson/room/index.js';
import { schools } from './access/schools/index.js';
import { shelfRoutes } from './library/shelf/index.js';

export interface AppOptions {
  readonly sequelize: Sequelize;
  /** Of the database once more: who listens to its notifications keeps a connection of its own. */
  readonly databaseUrl: string;
  readonly webFolder?: string | undefined;
  /** Alone on one machine (everybody is the educator), or for a classroom. */
  readonly setting?: Setting;
  /** Names by which browsers may reach Nab beside this machine's own. */
  readonly hosts?: readonly string[];
  /** What is typed to set the first pass phrase. */
  readonly setUpCode?: string | undefined;
  /** Addresses and networks of proxies that are believed; nobody else is. */
  readonly proxies?: readonly string[];
  /** Certificate and key, PEM; null for plain HTTP. */
  readonly https?: { readonly cert: Buffer; readonly key: Buffer } | null;
  readonly logger?: FastifyServerOptions['logger'];
}

/** Errors carry queries with what was typed, and connections with their passwords: neither is logged. */
const loggerOf = (logger: AppOptions['logger']): FastifyServerOptions['logger'] =>
  typeof logger === 'object' ? { ...logger, serializers: { err: asLogged } } : (logger ?? false);

/** Builds the server without listening. The schema must be up to date. */
export async function buildApp(options: AppOptions): Promise<FastifyInstance> {
  const { sequelize, databaseUrl, setting = 'alone', hosts = [], setUpCode } = options;
  const app = Fastify({
    logger: loggerOf(options.logger),
    bodyLimit: 256 * 1024,
    rewriteUrl: currentAddress,
    // Idle keep-alive connections must not hold the shutdown.
    forceCloseConnections: 'idle',
    requestTimeout: 20_000,
    trustProxy: options.proxies && options.proxies.length > 0 ? [...options.proxies] : false,
    ...(options.https && { https: options.https }),
    // What Node.js itself refuses, before there is a request, too.
    clientErrorHandler: clientFault,
    // What the router itself refuses leaves as a problem document too.
    frameworkErrors: (error, _request, reply) => {
      void sendProblem(reply, problem('MALFORMED', { detail: error.message }));
    },
  });
  defineModels(sequelize);
  const notices = new PgNotifications(databaseUrl, (error) =>
    app.log.warn({ err: error }, 'notices'),
  );
  await app.register(shutdown);
  await app.register(problems);
  await app.register(jobs, { databaseUrl, notices });
  // What is sent again and again is text; what the build compressed is sent as it is.
  await app.register(compress, { encodings: ['gzip', 'deflate'], threshold: 1024 });
  await app.register(schools);
  await app.register(security, { hosts, classroom: setting === 'classroom' });
  await app.register(roles, { setting });
  await app.register(validation);
  await app.register(openapi);
  await app.register(health, { sequelize });
  await app.register(sessionRoutes, { prefix: '/api', sequelize, setUpCode });
  await app.register(investigationRoutes, { prefix: '/api/investigations', sequelize });
  await app.register(calibrationRoutes, { prefix: '/api', sequelize });
  await app.register(printingRoutes, { prefix: '/api', sequelize });
  await app.register(designRoutes, { prefix: '/api/designs', sequelize });
  await app.register(classRoutes, { prefix: '/api/classes', sequelize });
  await app.register(shelfRoutes, { prefix: '/api/shelf', sequelize });
  await app.register(fieldRoutes, { prefix: '/api/fields' });
  await app.register(pollRoutes, { prefix: '/api/polls', sequelize });
  await app.register(roomRoutes, { prefix: '/api', sequelize });
  await app.register(live, { sequelize, notices });
  await app.register(readingRoutes, { prefix: '/api', sequelize });
  await app.register(transferRoutes, { prefix: '/api', sequelize });
  await app.register(archiveRoutes, { prefix: '/api', sequelize });
  if (options.webFolder) await app.register(webApplication, { folder: options.webFolder });
  else app.setNotFoundHandler((_request, reply) => sendProblem(reply, problem('NOT_FOUND')));
  app.addHook('onReady', async () => {
    // Nobody waits for it: what is not told is found by looking now and then.
    void notices.listen();
  });
  app.addHook('onClose', async () => {
    await notices.end();
    await sequelize.close();
  });
  return app;
}
