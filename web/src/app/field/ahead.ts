import type { Injector } from '@angular/core';
import type { DesignDocument } from '@nab/contract';
import { FieldService } from './field-service';
import { fluxLines, frameOf, PICTURE_WIDTH } from './picture-frame';
import { fluxStepFor } from './raster';

/**
 * Fetches the Field page, solves a magnet's field and draws its lines, while the magnet is still being
 * looked at.
 */
export async function fieldAhead(injector: Injector, document: DesignDocument): Promise<void> {
  /** Of the magnet with its core, which is solved first; the coil without it is drawn alike. */
  let step: number | undefined;
  injector.get(FieldService).solveAhead(document, ({ raster }) => {
    step ??= fluxStepFor([raster]);
    const own = step;
    whenIdle(() => fluxLines(raster, frameOf(raster, PICTURE_WIDTH), own));
  });
  await import('./field');
}

/** A hand on the magnet comes first. Not every browser tells when it has nothing to do. */
function whenIdle(work: () => void): void {
  if ('requestIdleCallback' in globalThis) requestIdleCallback(work);
  else setTimeout(work, 200);
}
