import { pollSchema, voteSchema, type PollBody, type VoteBody } from '@nab/contract/lesson';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { byId, type ById } from '../../platform/plugins/index.js';
import { EDUCATORS, ANY_ROLE } from '../../access/roles/index.js';
import { pollService } from './service.js';
import { voters } from './voter.js';

/**
 * `/api/polls/:id` and `/api/polls/:id/vote`: the id of a poll is made by the client, so that what is
 * sent twice counts once; who votes is for the server to say.
 */
export const pollRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = pollService(sequelize);
  const who = voters(sequelize);

  app.get<ById>('/:id', { config: ANY_ROLE, schema: { params: byId } }, ({ params }) =>
    service.read(params.id),
  );

  app.put<ById & { Body: PollBody }>(
    '/:id',
    { config: EDUCATORS, schema: { params: byId, body: pollSchema } },
    ({ params, body }) => service.write(params.id, body),
  );

  app.put<ById & { Body: VoteBody }>(
    '/:id/vote',
    { config: ANY_ROLE, schema: { params: byId, body: voteSchema } },
    async (request, reply) => {
      const voter = await who.of(request, reply);
      return service.vote(request.params.id, voter, request.body);
    },
  );
};
