import {
  newInvestigationSchema,
  placeSchema,
  planUpdateSchema,
  type NewInvestigation,
  type PlaceBody,
  type PlanUpdate,
} from '@nab/contract/lesson';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { byId, type ById } from '../../platform/plugins/index.js';
import { EDUCATORS, VIEWERS } from '../../access/roles/index.js';
import { investigationService } from './service.js';

/** `/api/investigations`: list, create, read whole, change the plan, move. */
export const investigationRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = investigationService(sequelize);

  app.get('/', { config: EDUCATORS }, () => service.list());

  app.post<{ Body: NewInvestigation }>(
    '/',
    { config: EDUCATORS, schema: { body: newInvestigationSchema } },
    async ({ body }, reply) => {
      const created = await service.create(body);
      return reply
        .status(201)
        .header('location', `/api/investigations/${created.id}`)
        .send(created);
    },
  );

  app.get<ById>(
    '/:id',
    { config: VIEWERS, schema: { params: byId } },
    async ({ params, headers }, reply) => {
      // Read before what it marks: what changes in between is sent under the older mark, never the reverse.
      const etag = `W/"${(await service.mark(params.id)) ?? ''}"`;
      void reply.header('etag', etag).header('cache-control', 'private, no-cache');
      if (headers['if-none-match'] === etag) return reply.status(304).send();
      return service.read(params.id);
    },
  );

  app.put<ById & { Body: PlanUpdate }>(
    '/:id',
    { config: EDUCATORS, schema: { params: byId, body: planUpdateSchema } },
    ({ params, body }) => service.update(params.id, body),
  );

  app.put<ById & { Body: PlaceBody }>(
    '/:id/place',
    { config: EDUCATORS, schema: { params: byId, body: placeSchema } },
    async ({ params, body }, reply) => {
      await service.move(params.id, body.place);
      return reply.status(204).send();
    },
  );

  app.get<ById>('/:id/history', { config: EDUCATORS, schema: { params: byId } }, ({ params }) =>
    service.history(params.id),
  );
};
