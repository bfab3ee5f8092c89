import {
  predictionSchema,
  readingSchema,
  type PredictionBody,
  type ReadingBody,
} from '@nab/contract';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { byId, type ById } from '../plugins/index.js';
import { BENCHES } from '../roles/index.js';
import { readingService } from './service.js';

/**
 * `/api/readings/:id` and `/api/predictions/:id`: ids are made by the client, so a PUT that is sent
 * twice stores once. The same id with a different content is refused.
 */
export const readingRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = readingService(sequelize);

  app.put<ById & { Body: ReadingBody }>(
    '/readings/:id',
    { config: BENCHES, schema: { params: byId, body: readingSchema } },
    ({ params, body, who }) => service.storeReading(params.id, body, who),
  );

  app.put<ById & { Body: PredictionBody }>(
    '/predictions/:id',
    { config: BENCHES, schema: { params: byId, body: predictionSchema } },
    ({ params, body, who }) => service.storePrediction(params.id, body, who),
  );
};
