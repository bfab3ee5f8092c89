import { inject, Injector } from '@angular/core';
import type { CanActivateFn } from '@angular/router';

/**
 * Sets NG-ZORRO up before the first page shows. Its language and icons come with that page and not
 * with the frame: the file they are in holds the library's calendar too (decision 6).
 */
export const libraryReady: CanActivateFn = async () => {
  const injector = inject(Injector);
  const { setUpLibrary } = await import('./set-up-library');
  setUpLibrary(injector);
  return true;
};
