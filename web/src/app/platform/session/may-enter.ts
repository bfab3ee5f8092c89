import { inject } from '@angular/core';
import { Router, type CanActivateChildFn } from '@angular/router';
import type { Role } from '@nab/contract/lesson';
import { SessionService } from './session';

/**
 * Leads everybody to a page that is theirs. A page says in its data which roles it is for; without
 * that it is the educator's. The server holds every request against its own table all the same.
 */
export const mayEnter: CanActivateChildFn = async (route, state) => {
  const [who, router] = [inject(SessionService), inject(Router)];
  const roles = (route.data['roles'] as readonly Role[] | undefined) ?? ['educator'];
  const { role, investigationId } = await who.load();
  if (roles.includes(role)) return true;
  if (role === 'group') return router.createUrlTree(['/investigations', investigationId, 'run']);
  if (role === 'board') return router.createUrlTree(['/investigations', investigationId, 'board']);
  return router.createUrlTree(['/join'], { queryParams: { to: state.url } });
};
