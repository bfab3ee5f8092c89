import { pollSchema, voteSchema, type PollBody, type VoteBody } from '@nab/contract';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { object, string } from 'yup';
import { byId, type ById } from '../plugins/index.js';
import { EDUCATORS, EVERYBODY } from '../roles/index.js';
import { pollService } from './service.js';

const byVoter = byId.concat(object({ voter: string().uuid().required() }));

/**
 * `/api/polls/:id` and `/api/polls/:id/votes/:voter`: ids are made by the client, so that what is
 * sent twice counts once.
 */
export const pollRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = pollService(sequelize);

  app.get<ById>('/:id', { config: EVERYBODY, schema: { params: byId } }, ({ params }) =>
    service.read(params.id),
  );

  app.put<ById & { Body: PollBody }>(
    '/:id',
    { config: EDUCATORS, schema: { params: byId, body: pollSchema } },
    ({ params, body }) => service.write(params.id, body),
  );

  app.put<{ Params: { id: string; voter: string }; Body: VoteBody }>(
    '/:id/votes/:voter',
    { config: EVERYBODY, schema: { params: byVoter, body: voteSchema } },
    ({ params, body }) => service.vote(params.id, params.voter, body),
  );
};
