import {
  portableOf,
  portableText,
  reportSettingsSchema,
  takeInSchema,
  type Investigation,
  type ReportAsk,
  type TakeInAsk,
} from '@nab/contract/lesson';
import type { FastifyPluginAsync, FastifyReply } from 'fastify';
import { Piscina } from 'piscina';
import type { Sequelize } from 'sequelize';
import { investigationService } from '../../planning/investigations/index.js';
import {
  byId,
  clientAbortSignal,
  namedFile,
  threadFile,
  type ById,
} from '../../platform/plugins/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import { EDUCATORS, VIEWERS } from '../../access/roles/index.js';
import { importReadings } from './import-readings.js';
import { asTable, csvOf } from './csv.js';
import type { ExportOrder } from './export-investigation.js';
import { investigationIn, importInvestigation } from './import-investigation.js';
import { trialTable } from './trial-table.js';

/** The largest file that is taken in, bytes. */
const MOST_TAKEN_IN = 32 * 1024 * 1024;
/** The largest table of readings, bytes. */
const MOST_BROUGHT_IN = 8 * 1024 * 1024;
/** More that wait for a thread are told to come again. */
const MOST_WAITING = 20;

/** What an investigation is handed on as, and how one is taken in. */
export const transferRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = investigationService(sequelize);
  const pool = new Piscina<ExportOrder, Uint8Array | string>({
    filename: threadFile('export-thread'),
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    idleTimeout: 60_000,
  });
  app.addHook('onClose', () => pool.destroy());
  for (const type of ['application/zip', 'application/json']) {
    app.removeContentTypeParser(type);
    app.addContentTypeParser(type, { parseAs: 'buffer' }, (_request, body, done) =>
      done(null, body),
    );
  }

  const make = async (order: ExportOrder, reply: FastifyReply): Promise<Uint8Array | string> => {
    if (pool.queueSize >= MOST_WAITING) throw new ProblemError('BUSY');
    return pool.run(order, { signal: clientAbortSignal(reply) });
  };
  const named = (reply: FastifyReply, { plan }: Investigation, type: string, plain: string) =>
    reply.type(type).header('content-disposition', namedFile('attachment', plan.title, plain));

  const looked = { config: VIEWERS, schema: { params: byId } };
  const educated = { config: EDUCATORS, schema: { params: byId } };
  const reported = {
    config: EDUCATORS,
    schema: { params: byId, querystring: reportSettingsSchema },
  };

  app.get<ById>('/investigations/:id/trials.csv', looked, async ({ params }, reply) => {
    const investigation = await service.read(params.id);
    return named(reply, investigation, 'text/csv; charset=utf-8', 'trials.csv').send(
      csvOf(asTable(trialTable(investigation))),
    );
  });

  app.get<ById>('/investigations/:id/trials.xlsx', educated, async ({ params }, reply) => {
    const investigation = await service.read(params.id);
    const file = await make({ as: 'workbook', investigation }, reply);
    return named(
      reply,
      investigation,
      'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      'trials.xlsx',
    ).send(Buffer.from(file as Uint8Array));
  });

  app.get<ById>('/investigations/:id/investigation.json', educated, async ({ params }, reply) => {
    const investigation = await service.read(params.id);
    return named(reply, investigation, 'application/json', 'investigation.json').send(
      Buffer.from(portableText(portableOf(investigation))),
    );
  });

  app.get<ById>('/investigations/:id/package.zip', educated, async ({ params }, reply) => {
    const investigation = await service.read(params.id);
    const file = await make({ as: 'package', investigation }, reply);
    return named(reply, investigation, 'application/zip', 'package.zip').send(
      Buffer.from(file as Uint8Array),
    );
  });

  app.get<ById & { Querystring: ReportAsk }>(
    '/investigations/:id/report',
    reported,
    async ({ params, query }, reply) => {
      const investigation = await service.read(params.id);
      const text = await make({ as: 'pages', investigation, settings: query }, reply);
      return reply.type('application/json').send(text);
    },
  );

  app.get<ById & { Querystring: ReportAsk }>(
    '/investigations/:id/report.pdf',
    reported,
    async ({ params, query }, reply) => {
      const investigation = await service.read(params.id);
      const file = await make({ as: 'pdf', investigation, settings: query }, reply);
      return reply
        .type('application/pdf')
        .header('content-disposition', namedFile('inline', investigation.plan.title, 'report.pdf'))
        .send(Buffer.from(file as Uint8Array));
    },
  );

  app.post<ById & { Body: Buffer | undefined }>(
    '/investigations/:id/readings',
    { config: EDUCATORS, bodyLimit: MOST_BROUGHT_IN, schema: { params: byId } },
    ({ params, body }) => {
      try {
        return importReadings(sequelize, params.id, JSON.parse(String(body)) as unknown);
      } catch (error) {
        if (!(error instanceof SyntaxError)) throw error;
        throw new ProblemError('MALFORMED', { detail: 'This is no JSON.' });
      }
    },
  );

  app.post<{ Body: Buffer | undefined; Querystring: TakeInAsk }>(
    '/imports',
    { config: EDUCATORS, bodyLimit: MOST_TAKEN_IN, schema: { querystring: takeInSchema } },
    async ({ body, query }, reply) => {
      if (!body) throw new ProblemError('MALFORMED', { detail: 'No file was sent.' });
      const taken = await importInvestigation(
        sequelize,
        investigationIn(body),
        query.as === 'copy',
      );
      return reply
        .status(201)
        .header('location', `/api/investigations/${taken.id}`)
        .send({ id: taken.id, title: taken.plan.title });
    },
  );
};
