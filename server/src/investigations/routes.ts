import { newInvestigationSchema, planUpdateSchema } from '@nab/contract';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { requireId, requireValid } from '../problems.js';
import { trialsCsv } from './csv.js';
import { listInvestigations } from './repository.js';
import { investigationService } from './service.js';

interface ById {
  Params: { id: string };
}

/** `/api/investigations`: list, create, read whole, change the plan, trials as CSV. */
export const investigationRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = investigationService(sequelize);

  app.get('/', listInvestigations);

  app.post('/', async (request, reply) => {
    const created = await service.create(requireValid(newInvestigationSchema, request.body));
    return reply.status(201).header('location', `/api/investigations/${created.id}`).send(created);
  });

  app.get<ById>('/:id', (request) => service.read(requireId(request.params.id)));

  app.put<ById>('/:id', (request) =>
    service.update(requireId(request.params.id), requireValid(planUpdateSchema, request.body)),
  );

  app.get<ById>('/:id/trials.csv', async (request, reply) => {
    const investigation = await service.read(requireId(request.params.id));
    const name = investigation.plan.title.replace(/[^\p{L}\p{N}]+/gu, '-').slice(0, 60);
    return reply
      .type('text/csv; charset=utf-8')
      .header(
        'content-disposition',
        `attachment; filename="trials.csv"; filename*=UTF-8''${encodeURIComponent(name)}.csv`,
      )
      .send(trialsCsv(investigation));
  });
};
