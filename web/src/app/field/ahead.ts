import type { Injector } from '@angular/core';
import type { MagnetDesign } from '@nab/core';
import { FieldService } from './field-service';

/** Fetches the Field page and wakes its solver while a magnet is still being looked at. */
export async function fieldAhead(injector: Injector, design: MagnetDesign): Promise<void> {
  injector.get(FieldService).wake(design);
  await import('./field');
}
