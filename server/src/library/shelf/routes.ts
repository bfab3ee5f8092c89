import { shelfUpdateSchema, type ShelfUpdate } from '@nab/contract/shelf';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { byId, type ById } from '../../platform/plugins/index.js';
import { PARTICIPANTS, EDUCATORS } from '../../access/roles/index.js';
import { shelfService } from './service.js';

/** `/api/shelf`: everything on it; put something on, change it against its version, take it off. */
export const shelfRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = shelfService(sequelize);

  app.get('/', { config: PARTICIPANTS }, () => service.list());

  app.get('/removed', { config: EDUCATORS }, () => service.removed());

  app.put<ById & { Body: ShelfUpdate }>(
    '/:id',
    { config: EDUCATORS, schema: { params: byId, body: shelfUpdateSchema } },
    ({ params, body }) => service.write(params.id, body),
  );

  app.delete<ById>(
    '/:id',
    { config: EDUCATORS, schema: { params: byId } },
    async ({ params }, reply) => {
      await service.remove(params.id);
      return reply.status(204).send();
    },
  );
};
