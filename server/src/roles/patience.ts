import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Sequelize } from 'sequelize';
import { ProblemError } from '../problems/index.js';

const DAY_S = 86_400;
/** Slips of the finger that cost nothing. */
const FREE = 4;
const LONGEST_S = 300;

/**
 * Slows whoever guesses a secret: after some failures from one address each further one doubles the
 * time before the next try is looked at. Kept in the database, so that several servers count together.
 */
export function patience(sequelize: Sequelize, secret: 'phrase' | 'code') {
  const shared = { storeClient: sequelize, tableName: 'failed_tries', tableCreated: true };
  // Tries at once are few too, so that none slips through while another is being looked at.
  const gate = new RateLimiterPostgres({
    ...shared,
    keyPrefix: `${secret}-gate`,
    points: 6,
    duration: 6,
  });
  const failures = new RateLimiterPostgres({
    ...shared,
    keyPrefix: `${secret}-failures`,
    points: 1000,
    duration: DAY_S,
  });

  return {
    /** @throws ProblemError TOO_MANY before the time is up, with the seconds that are left. */
    async mayTry(address: string): Promise<void> {
      try {
        await gate.consume(address);
      } catch (refused) {
        if (!(refused instanceof RateLimiterRes)) throw refused;
        throw tooMany(refused.msBeforeNext);
      }
    },
    async failed(address: string): Promise<void> {
      const { consumedPoints } = await failures.penalty(address);
      const beyond = consumedPoints - FREE;
      if (beyond > 0) await gate.block(address, Math.min(2 ** beyond, LONGEST_S));
    },
    async succeeded(address: string): Promise<void> {
      await failures.delete(address);
      await gate.delete(address);
    },
  };
}

export function tooMany(ms: number): ProblemError {
  const seconds = Math.max(1, Math.ceil(ms / 1000));
  return new ProblemError('TOO_MANY', {
    detail: `Wait ${seconds} s, then try again.`,
    retryAfter_s: seconds,
  });
}
