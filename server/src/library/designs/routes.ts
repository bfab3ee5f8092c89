import { designUpdateSchema, type DesignUpdate } from '@nab/contract/lesson';
import { EXPERIMENTS, type ExperimentId } from '@nab/core/experiments';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { object, string } from 'yup';
import { byId, type ById } from '../../platform/plugins/index.js';
import { EDUCATORS } from '../../access/roles/index.js';
import { designService } from './service.js';

const ofExperiment = object({
  experiment: string().oneOf(Object.keys(EXPERIMENTS), 'There is no such experiment.').optional(),
});

/** `/api/designs`: those that stand by themselves; read, and write against the version that was read. */
export const designRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = designService(sequelize);

  app.get<{ Querystring: { experiment?: ExperimentId } }>(
    '/',
    { config: EDUCATORS, schema: { querystring: ofExperiment } },
    ({ query }) => service.list(query.experiment ?? null),
  );

  app.get<ById>('/:id', { config: EDUCATORS, schema: { params: byId } }, ({ params }) =>
    service.read(params.id),
  );

  app.put<ById & { Body: DesignUpdate }>(
    '/:id',
    { config: EDUCATORS, schema: { params: byId, body: designUpdateSchema } },
    ({ params, body }) => service.write(params.id, body),
  );
};
