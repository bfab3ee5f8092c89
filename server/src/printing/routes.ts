import { printingSchema, type Printing } from '@nab/contract';
import type { Page } from '@nab/sheets';
import type { FastifyPluginAsync } from 'fastify';
import { Piscina } from 'piscina';
import type { Sequelize } from 'sequelize';
import { investigationService } from '../investigations/index.js';
import { byId, namedFile, type ById } from '../plugins/index.js';
import { ProblemError } from '../problems/index.js';
import { EDUCATORS } from '../roles/index.js';
import type { PrintOrder } from './print.js';

type Ask = ById & { Querystring: Printing };

/** `/api/investigations/:id/sheets`: the pages of a lesson, to be shown, and as a PDF; `/api/risk-notes`. */
export const printingRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = investigationService(sequelize);
  const pool = new Piscina<PrintOrder, readonly Page[] | Uint8Array>({
    filename: new URL('./print.ts', import.meta.url).href,
    execArgv: ['--import', 'tsx'],
    minThreads: 0,
    maxThreads: 1,
    maxQueue: 20,
    idleTimeout: 60_000,
  });
  app.addHook('onClose', () => pool.destroy());
  const options = { config: EDUCATORS, schema: { params: byId, querystring: printingSchema } };

  const print = async (id: string, printing: Printing, as: PrintOrder['as']) => {
    const { plan, design } = await service.read(id);
    if (pool.queueSize >= pool.options.maxQueue) {
      throw new ProblemError('BUSY', { detail: 'Try again shortly.' });
    }
    const order = { plan, document: design.design, printing, as };
    return { plan, result: await pool.run(order) };
  };

  app.get('/risk-notes', { config: EDUCATORS }, () => service.riskNotes());

  app.get<Ask>('/investigations/:id/sheets', options, async ({ params, query }) => {
    const { result } = await print(params.id, query, 'pages');
    return { pages: result as readonly Page[] };
  });

  app.get<Ask>('/investigations/:id/sheets.pdf', options, async ({ params, query }, reply) => {
    const { plan, result } = await print(params.id, query, 'pdf');
    return reply
      .type('application/pdf')
      .header('content-disposition', namedFile('inline', plan.title, 'sheets.pdf'))
      .send(Buffer.from(result as Uint8Array));
  });
};
