import {
  codeSchema,
  joinSchema,
  roomSchema,
  spotSchema,
  type BenchSpot,
  type CodeBody,
  type JoinBody,
  type RoomBody,
  type Session,
} from '@nab/contract/lesson';
import type { FastifyPluginAsync } from 'fastify';
import type { Sequelize } from 'sequelize';
import { object, string } from 'yup';
import { byId, type ById } from '../../platform/plugins/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import {
  clientOf,
  EDUCATORS,
  endOwnSession,
  ANY_ROLE,
  isSignedIn,
  VIEWERS,
  rateLimit,
  sendCookie,
  sessionOf,
} from '../../access/roles/index.js';
import { roomService } from './service.js';

const byGroup = byId.concat(object({ group: string().uuid().required() }));

/**
 * `/api/investigations/:id/room`: who is in it, and what is said to all; `/api/join`: how a tablet
 * or a board gets in.
 */
export const roomRoutes: FastifyPluginAsync<{ sequelize: Sequelize }> = async (
  app,
  { sequelize },
) => {
  const service = roomService(sequelize);
  const tries = rateLimit(sequelize, 'code');
  const room = '/investigations/:id/room';

  app.get<ById>(room, { config: VIEWERS, schema: { params: byId } }, ({ params, who }) =>
    service.read(params.id, who),
  );

  app.put<ById & { Body: RoomBody }>(
    room,
    { config: EDUCATORS, schema: { params: byId, body: roomSchema } },
    ({ params, body }) => service.write(params.id, body),
  );

  app.post<ById>(`${room}/code`, { config: EDUCATORS, schema: { params: byId } }, ({ params }) =>
    service.renew(params.id),
  );

  app.delete<{ Params: { id: string; group: string } }>(
    `${room}/tablets/:group`,
    { config: EDUCATORS, schema: { params: byGroup } },
    ({ params }) => service.release(params.id, params.group),
  );

  app.put<ById & { Body: BenchSpot }>(
    `${room}/spot`,
    { config: { roles: ['group'] }, schema: { params: byId, body: spotSchema } },
    async ({ body, who }, reply) => {
      if (who.role === 'group') await service.spot(who, body);
      return reply.status(204).send();
    },
  );

  app.post<{ Body: CodeBody }>(
    '/join/offer',
    { config: ANY_ROLE, schema: { body: codeSchema } },
    (request) => tries.guess(clientOf(request), () => service.offer(request.body)),
  );

  app.post<{ Body: JoinBody }>(
    '/join',
    { config: ANY_ROLE, schema: { body: joinSchema } },
    async (request, reply): Promise<Session> => {
      if (isSignedIn(request) && request.body.signOut !== true) {
        throw new ProblemError('EDUCATOR_HERE', {
          detail: 'Joining signs you, the educator, out on this device.',
        });
      }
      const { who, begun } = await tries.guess(clientOf(request), () => service.join(request.body));
      // A tablet that was another group's is that group's no longer.
      await endOwnSession(request);
      sendCookie(request, reply, begun);
      return sessionOf(request, who);
    },
  );
};
