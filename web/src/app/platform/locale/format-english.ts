import { inject, Injector } from '@angular/core';
import type { CanActivateFn } from '@angular/router';

/**
 * Has NG-ZORRO's parts speak English before the first page shows. Its words come with that page,
 * not with the frame: the file they are in holds the library's calendar too (decision 6).
 */
export const formatEnglish: CanActivateFn = async () => {
  const injector = inject(Injector);
  const { registerEnglishLocale } = await import('./register-english');
  registerEnglishLocale(injector);
  return true;
};
