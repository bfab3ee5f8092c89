import cookie from '@fastify/cookie';
import plugin from 'fastify-plugin';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import type { Setting } from '@nab/contract/lesson';
import { ProblemError } from '../../platform/problems/index.js';
import { tooManyRequests } from './rate-limit.js';
import { principalFor } from './sessions.js';
import {
  EDUCATOR,
  ANONYMOUS,
  requireInvestigation,
  requireRole,
  type Principal,
} from './principal.js';

export const COOKIE = 'nab-session';

/** What one tablet, or one address of people unknown, may ask in the time; far above any lesson. */
const REQUESTS = { seconds: 5, tablet: 150, address: 600 };

/**
 * Says of every request who sends it, and refuses what that role may not. Alone on one machine
 * everybody is the educator. Must be registered before the routes: one below `/api` that names no
 * roles ends the start.
 */
export const roles = plugin<{ setting: Setting }>(async (app, { setting }) => {
  await app.register(cookie);
  app.decorate('setting', setting);
  app.decorateRequest('who');
  const tablet = new RateLimiterMemory({ points: REQUESTS.tablet, duration: REQUESTS.seconds });
  const address = new RateLimiterMemory({ points: REQUESTS.address, duration: REQUESTS.seconds });

  app.addHook('onRoute', ({ url, config }) => {
    if (url.startsWith('/api') && config?.roles === undefined) {
      throw new Error(`the route ${url} says of nobody who may use it`);
    }
  });

  app.addHook('onRequest', async (request) => {
    request.who = setting === 'alone' ? EDUCATOR : ANONYMOUS;
    const { roles } = request.routeOptions.config;
    if (setting === 'alone' || roles === undefined) return;
    const token = request.cookies[COOKIE];
    if (token !== undefined) request.who = await principalFor(token);
    await slow(request.who, token, request.ip);
    if (token !== undefined) refuseForged(request.method, request.headers);
    requireRole(request.who, roles);
    const { id } = request.params as { id?: string };
    if (id !== undefined && request.routeOptions.url?.startsWith('/api/investigations/:id')) {
      requireInvestigation(request.who, id);
    }
  });

  async function slow(who: Principal, token: string | undefined, ip: string): Promise<void> {
    if (who.role === 'educator') return;
    try {
      if (who.role === 'nobody') await address.consume(ip);
      else await tablet.consume(token!);
    } catch (refused) {
      if (!(refused instanceof RateLimiterRes)) throw refused;
      throw tooManyRequests(refused.msBeforeNext);
    }
  }
});

/**
 * A change that comes with a cookie comes from a page of this very address: browsers say so in
 * `Origin` and `Sec-Fetch-Site`, and the cookie is not sent from other sites (`SameSite=Strict`).
 * @throws ProblemError FOREIGN_ORIGIN when neither says so.
 */
function refuseForged(method: string, headers: Readonly<Record<string, unknown>>): void {
  if (method === 'GET' || method === 'HEAD') return;
  // That an Origin is this address was held before, for everybody.
  if (headers['origin'] !== undefined || headers['sec-fetch-site'] === 'same-origin') return;
  throw new ProblemError('FOREIGN_ORIGIN');
}
