import {
  predictionSchema,
  readingSchema,
  placementSchema,
  type PredictionBody,
  type ReadingBody,
  type StoredUnplaced,
  type Placement,
} from '@nab/contract/lesson';
import type { FastifyPluginAsync, FastifyReply } from 'fastify';
import type { Sequelize } from 'sequelize';
import { object, string } from 'yup';
import { byId, type ById } from '../../platform/plugins/index.js';
import { PARTICIPANTS, EDUCATORS } from '../../access/roles/index.js';
import { readingService } from './service.js';

const ofInvestigation = object({ of: string().uuid('Must be a UUID.') });
type Sent<B> = ById & { Body: B; Querystring: { of?: string } };

/**
 * `/api/readings/:id` and `/api/predictions/:id`: ids are made by the client, so a PUT that is sent
 * twice stores once. The same id with a different content is refused. With `?of=` its investigation,
 * what has no place there is kept and answered with 202; `/api/unplaced-readings` gives it one.
 */
export const readingRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = readingService(sequelize);

  app.put<Sent<ReadingBody>>(
    '/readings/:id',
    {
      config: PARTICIPANTS,
      schema: { params: byId, querystring: ofInvestigation, body: readingSchema },
    },
    async ({ params, query, body, who }, reply) =>
      answered(reply, await service.storeReading(params.id, body, who, query.of ?? null)),
  );

  app.put<Sent<PredictionBody>>(
    '/predictions/:id',
    {
      config: PARTICIPANTS,
      schema: { params: byId, querystring: ofInvestigation, body: predictionSchema },
    },
    async ({ params, query, body, who }, reply) =>
      answered(reply, await service.storePrediction(params.id, body, who, query.of ?? null)),
  );

  app.get<ById>(
    '/investigations/:id/unplaced-readings',
    { config: EDUCATORS, schema: { params: byId } },
    ({ params }) => service.unplacedReadings(params.id),
  );

  app.post<ById & { Body: Placement }>(
    '/unplaced-readings/:id/place',
    { config: EDUCATORS, schema: { params: byId, body: placementSchema } },
    ({ params, body }) => service.placeReading(params.id, body),
  );

  app.delete<ById>(
    '/unplaced-readings/:id',
    { config: EDUCATORS, schema: { params: byId } },
    async ({ params }, reply) => {
      await service.leaveOut(params.id);
      return reply.status(204).send();
    },
  );
};

function answered(reply: FastifyReply, result: object | StoredUnplaced): FastifyReply {
  return reply.status('stray' in result ? 202 : 200).send(result);
}
