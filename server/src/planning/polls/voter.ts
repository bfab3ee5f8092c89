import type { FastifyReply, FastifyRequest } from 'fastify';
import { createHmac, randomUUID, timingSafeEqual } from 'node:crypto';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Sequelize } from 'sequelize';
import { currentSchool, SchoolRow } from '../../platform/database/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import { networkOf } from '../../access/roles/index.js';

const COOKIE = 'nab-voter';
const HOUR_S = 3600;
const LIFE_S = 12 * HOUR_S;
/** A telephone that forgets its token is given another one so often. */
const TOKENS = 3;

/**
 * Says who votes: a tablet that joined is its group, whatever cookies it has; any other device has a
 * token that the server signs and hands out few times to one address.
 */
export function voters(sequelize: Sequelize) {
  const tokens = new RateLimiterPostgres({
    storeClient: sequelize,
    tableName: 'failed_tries',
    tableCreated: true,
    keyPrefix: 'voters',
    points: TOKENS,
    duration: LIFE_S,
  });

  return {
    /** @throws ProblemError NO_MORE_VOTES where an address has had all its tokens. */
    async of(request: FastifyRequest, reply: FastifyReply): Promise<string> {
      const { who } = request;
      if (who.role === 'group') return who.groupId;
      const { votingKey } = await SchoolRow.findByPk(currentSchool(), { rejectOnEmpty: true });
      const known = voterOf(request.cookies[COOKIE], votingKey);
      if (known !== null) return known;
      try {
        await tokens.consume(`${currentSchool()} ${networkOf(request.ip)}`);
      } catch (refused) {
        if (!(refused instanceof RateLimiterRes)) throw refused;
        throw new ProblemError('NO_MORE_VOTES', {
          detail: `${TOKENS} votes came from this address already. Raise your hand instead.`,
        });
      }
      const voter = randomUUID();
      void reply.setCookie(COOKIE, `${voter}.${signed(voter, votingKey)}`, {
        path: '/',
        httpOnly: true,
        sameSite: 'strict',
        secure: request.protocol === 'https',
        maxAge: LIFE_S,
      });
      return voter;
    },
  };
}

const signed = (voter: string, key: string): string =>
  createHmac('sha256', key).update(voter).digest('base64url');

/** The voter that a token names; null where the server did not sign it. */
function voterOf(token: string | undefined, key: string): string | null {
  const [voter, signature] = (token ?? '').split('.');
  if (!voter || !signature) return null;
  const [a, b] = [Buffer.from(signature), Buffer.from(signed(voter, key))];
  return a.length === b.length && timingSafeEqual(a, b) ? voter : null;
}
