import type { Injector } from '@angular/core';
import type { DesignDocument } from '@nab/contract';
import { FieldService } from './field-service';

/** Fetches the Field page and solves a magnet's field while the magnet is still being looked at. */
export async function fieldAhead(injector: Injector, document: DesignDocument): Promise<void> {
  injector.get(FieldService).solveAhead(document);
  await import('./field');
}
