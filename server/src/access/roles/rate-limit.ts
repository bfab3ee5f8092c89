import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Sequelize } from 'sequelize';
import { currentSchool } from '../../platform/database/index.js';
import { ProblemError } from '../../platform/problems/index.js';

/** How long a wrong guess counts against its client, s. */
const REMEMBERED_S = 600;
/** Slips of the finger that cost nothing. */
const FREE_ATTEMPTS = 4;
const MAX_BLOCK_S = 300;
/** Wrong guesses of all clients of a school together, and in how many seconds. */
const TOGETHER = { points: 40, duration: 60 };

/**
 * Slows down guessing of a secret. A wrong guess counts twice: against the client, where each one
 * beyond a few doubles the time before the next is looked at, and against all clients of the school
 * together. A client without a failure is always looked at, so that a room full of guessers keeps out
 * nobody who types what is right. A success takes back no failure: who knows one code guesses another
 * no quicker. Kept in the database, so that several servers count together.
 */
export function rateLimit(sequelize: Sequelize, secret: 'phrase' | 'code') {
  const limiter = (kind: string, limits: { points: number; duration: number }) =>
    new RateLimiterPostgres({
      storeClient: sequelize,
      tableName: 'failed_tries',
      tableCreated: true,
      keyPrefix: `${secret}-${kind}`,
      ...limits,
    });
  const failures = limiter('failures', { points: 1000, duration: REMEMBERED_S });
  // Once the slips are used up, one at a time: none gets through while another is looked at.
  const late = limiter('late', { points: 1, duration: 2 });
  const together = limiter('together', TOGETHER);

  return {
    /**
     * Looks at what a client typed, if it may be looked at yet.
     * @param look throws WRONG_PHRASE or WRONG_CODE where it is wrong.
     * @throws ProblemError TOO_MANY before the time is up, with the seconds that are left.
     */
    async guess<T>(client: string, look: () => Promise<T>): Promise<T> {
      const school = currentSchool();
      // Counted before it is looked at, so that guesses sent at once are counted too.
      const { consumedPoints: count } = await failures.penalty(client);
      try {
        if (count > FREE_ATTEMPTS) await late.consume(client);
        if (count > 1) await together.consume(school);
        else await together.penalty(school);
      } catch (refused) {
        await failures.reward(client);
        if (!(refused instanceof RateLimiterRes)) throw refused;
        throw tooManyRequests(refused.msBeforeNext);
      }
      try {
        const result = await look();
        await forget();
        return result;
      } catch (error) {
        if (!isWrong(error)) await forget();
        else if (count > FREE_ATTEMPTS)
          await late.block(client, Math.min(2 ** (count - FREE_ATTEMPTS), MAX_BLOCK_S));
        throw error;
      }

      async function forget(): Promise<void> {
        await failures.reward(client);
        await together.reward(school);
        if (count > FREE_ATTEMPTS) await late.delete(client);
      }
    },
  };
}

const isWrong = (error: unknown): boolean =>
  error instanceof ProblemError && /^WRONG_(PHRASE|CODE)$/.test(error.problem.code);

export function tooManyRequests(ms: number): ProblemError {
  const seconds = Math.max(1, Math.ceil(ms / 1000));
  return new ProblemError('TOO_MANY', {
    detail: `Wait ${seconds} s, then try again.`,
    retryAfter_s: seconds,
  });
}
