import type { HttpInterceptorFn } from '@angular/common/http';

/** What goes to the server goes there straight, not through what keeps the application. */
export const pastTheShell: HttpInterceptorFn = (request, next) =>
  next(request.clone({ setHeaders: { 'ngsw-bypass': '' } }));
