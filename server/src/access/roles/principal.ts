import type { Role, Setting } from '@nab/contract/lesson';
import { ProblemError } from '../../platform/problems/index.js';

/** Who sends a request, as the server knows it. */
export type Principal =
  | { readonly role: 'educator' }
  | { readonly role: 'group'; readonly investigationId: string; readonly groupId: string }
  | { readonly role: 'board'; readonly investigationId: string }
  | { readonly role: 'nobody' };

export const EDUCATOR = { role: 'educator' } as const satisfies Principal;
export const ANONYMOUS = { role: 'nobody' } as const satisfies Principal;

declare module 'fastify' {
  interface FastifyRequest {
    who: Principal;
  }
  interface FastifyContextConfig {
    /** Who may use a route; every route below `/api` says so. */
    roles?: readonly Role[];
  }
  interface FastifyInstance {
    setting: Setting;
  }
}

/** Roles of a route, as its `config`. */
export const EDUCATORS = { roles: ['educator'] } as const;
export const PARTICIPANTS = { roles: ['educator', 'group'] } as const;
export const VIEWERS = { roles: ['educator', 'group', 'board'] } as const;
export const ANY_ROLE = { roles: ['educator', 'group', 'board', 'nobody'] } as const;

/** @throws ProblemError SIGN_IN or NOT_ALLOWED where somebody's role is none of a route's. */
export function requireRole(who: Principal, roles: readonly Role[]): void {
  if (roles.includes(who.role)) return;
  if (who.role === 'nobody') throw new ProblemError('SIGN_IN');
  throw notAllowed();
}

/** @throws ProblemError NOT_ALLOWED where somebody is bound to another investigation. */
export function requireInvestigation(who: Principal, id: string): void {
  if (who.role === 'educator') return;
  if (who.role !== 'nobody' && who.investigationId === id.toLowerCase()) return;
  throw notAllowed();
}

export const notAllowed = (detail = 'It belongs to another group, or to the educator.') =>
  new ProblemError('NOT_ALLOWED', { detail });
