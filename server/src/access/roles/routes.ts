import {
  passPhraseSchema,
  signInSchema,
  type PassPhraseBody,
  type Session,
  type SignInBody,
} from '@nab/contract/lesson';
import type { FastifyPluginAsync, FastifyReply, FastifyRequest } from 'fastify';
import type { Sequelize } from 'sequelize';
import { ProblemError } from '../../platform/problems/index.js';
import {
  isPassPhrase,
  isPassPhraseSet,
  isSetUpCode,
  setFirstPassPhrase,
  setPassPhrase,
} from './pass-phrase.js';
import { roomAddress } from './address.js';
import { clientOf } from './client.js';
import { rateLimit } from './rate-limit.js';
import { COOKIE } from './plugin.js';
import { beginSession, endEducators, endSession, isSession } from './sessions.js';
import { EDUCATOR, ANY_ROLE, ANONYMOUS, type Principal } from './principal.js';

/** Sends the cookie of a session that began; the browser shows it to no script. */
export function sendCookie(
  request: FastifyRequest,
  reply: FastifyReply,
  { token, expiresAt }: { token: string; expiresAt: Date },
): void {
  void reply.setCookie(COOKIE, token, {
    path: '/',
    httpOnly: true,
    sameSite: 'strict',
    secure: request.protocol === 'https',
    expires: expiresAt,
  });
}

/** Ends the session whose cookie a request came with. */
export async function endOwnSession(request: FastifyRequest): Promise<void> {
  const token = request.cookies[COOKIE];
  if (token !== undefined) await endSession(token);
}

/** Whether the educator is signed in on the device that sends this. */
export const isSignedIn = ({ server, who }: FastifyRequest): boolean =>
  server.setting === 'classroom' && who.role === 'educator';

/** True if the client of a long request still has access. */
export async function isStillAuthorised(request: FastifyRequest): Promise<boolean> {
  if (request.server.setting === 'alone') return true;
  const token = request.cookies[COOKIE];
  return token !== undefined && isSession(token);
}

/** Somebody's session as their browser may know it. */
export async function sessionOf(request: FastifyRequest, who: Principal): Promise<Session> {
  const { setting } = request.server;
  return {
    setting,
    role: who.role,
    investigationId: 'investigationId' in who ? who.investigationId : null,
    groupId: 'groupId' in who ? who.groupId : null,
    passPhraseSet: await isPassPhraseSet(),
    address: setting === 'alone' ? null : roomAddress(request),
    now: new Date().toISOString(),
  };
}

/** `/api/session`: who asks; sign in and out. `/api/pass-phrase`: set or change it. */
export const sessionRoutes: FastifyPluginAsync<{
  sequelize: Sequelize;
  setUpCode: string | undefined;
}> = async (app, { sequelize, setUpCode }) => {
  const tries = rateLimit(sequelize, 'phrase');

  const begin = async (request: FastifyRequest, reply: FastifyReply): Promise<Session> => {
    sendCookie(request, reply, await beginSession(EDUCATOR));
    return sessionOf(request, EDUCATOR);
  };

  app.get('/session', { config: ANY_ROLE }, (request) => sessionOf(request, request.who));

  app.post<{ Body: SignInBody }>(
    '/session',
    { config: ANY_ROLE, schema: { body: signInSchema } },
    async (request, reply) => {
      await tries.guess(clientOf(request), async () => {
        if (await isPassPhrase(request.body.passPhrase)) return;
        throw wrong('passPhrase', 'That is not the pass phrase.');
      });
      return begin(request, reply);
    },
  );

  app.delete('/session', { config: ANY_ROLE }, async (request, reply) => {
    await endOwnSession(request);
    void reply.clearCookie(COOKIE, { path: '/' });
    return sessionOf(request, app.setting === 'alone' ? EDUCATOR : ANONYMOUS);
  });

  app.put<{ Body: PassPhraseBody }>(
    '/pass-phrase',
    { config: ANY_ROLE, schema: { body: passPhraseSchema } },
    async (request, reply) => {
      const { passPhrase, setUp, current } = request.body;
      await tries.guess(clientOf(request), async () => {
        if (await isPassPhraseSet()) {
          if (current === null || !(await isPassPhrase(current))) {
            throw wrong('current', 'That is not the pass phrase until now.');
          }
          await setPassPhrase(passPhrase);
          // The changer's own too: a cookie that somebody else has copied ends with it.
          await endEducators();
        } else if (app.setting === 'classroom' && !isSetUpCode(setUp, setUpCode)) {
          throw wrong('setUp', 'That is not the code that the start printed.');
        } else if (!(await setFirstPassPhrase(passPhrase))) {
          throw wrong('setUp', 'Somebody else has just set it.');
        }
      });
      return begin(request, reply);
    },
  );
};

const wrong = (path: string, message: string): ProblemError =>
  new ProblemError('WRONG_PHRASE', { errors: [{ path, message }] });
