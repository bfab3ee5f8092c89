import { InjectionToken } from '@angular/core';
import type { DesignDocument } from '@nab/contract/experiments';

/**
 * Fetches the Field page and solves a magnet's field before anybody asks for it. Provided where the
 * routes are: the workbench does not know the station.
 */
export const FIELD_PREFETCH = new InjectionToken<(document: DesignDocument) => Promise<void>>(
  'Field prefetch',
);
