import { inject, Injector } from '@angular/core';
import type { CanActivateFn } from '@angular/router';

/**
 * Has NG-ZORRO's parts speak English before the first page shows. Its words come with that page,
 * not with the frame: the file they are in holds the library's calendar too (decision 6).
 */
export const inEnglish: CanActivateFn = async () => {
  const injector = inject(Injector);
  const { speakEnglish } = await import('./register-english');
  speakEnglish(injector);
  return true;
};
