import { printingSchema, type Printing } from '@nab/contract/lesson';
import type { FastifyPluginAsync } from 'fastify';
import { Piscina } from 'piscina';
import type { Sequelize } from 'sequelize';
import { investigationService } from '../investigations/index.js';
import {
  byId,
  clientAbortSignal,
  namedFile,
  threadFile,
  type ById,
} from '../../platform/plugins/index.js';
import { EDUCATORS } from '../../access/roles/index.js';
import type { Printed, PrintOrder } from './print.js';

type Ask = ById & { Querystring: Printing };

/** `/api/investigations/:id/sheets`: the pages of a lesson, to be shown, and as a PDF; `/api/risk-notes`. */
export const printingRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = investigationService(sequelize);
  const pool = new Piscina<PrintOrder, Printed>({
    filename: threadFile('print-thread'),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 60_000,
  });
  app.addHook('onClose', () => pool.destroy());
  app.jobs.handle<PrintOrder, Printed>('sheets', {
    concurrency: 1,
    maxQueued: 20,
    run: (order, signal) => pool.run(order, { signal }),
  });
  const options = { config: EDUCATORS, schema: { params: byId, querystring: printingSchema } };

  const print = async (
    id: string,
    printing: Printing,
    as: PrintOrder['as'],
    signal: AbortSignal,
  ) => {
    const { plan, design, learnt = null } = await service.read(id);
    const order: PrintOrder = { plan, document: design.design, printing, learnt, as };
    return { plan, ...(await app.jobs.submit<Printed>('sheets', order, signal)) };
  };

  app.get('/risk-notes', { config: EDUCATORS }, () => service.riskNotes());

  app.get<Ask>('/investigations/:id/sheets', options, async ({ params, query }, reply) => {
    const { text } = await print(params.id, query, 'pages', clientAbortSignal(reply));
    return reply.type('application/json').send(text);
  });

  app.get<Ask>('/investigations/:id/sheets.pdf', options, async ({ params, query }, reply) => {
    const { plan, text } = await print(params.id, query, 'pdf', clientAbortSignal(reply));
    return reply
      .type('application/pdf')
      .header('content-disposition', namedFile('inline', plan.title, 'sheets.pdf'))
      .send(Buffer.from(text, 'base64'));
  });
};
