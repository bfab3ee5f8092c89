import type { Injector } from '@angular/core';
import type { DesignDocument } from '@nab/contract/experiments';
import type { FieldRaster } from '@nab/core/fem';
import { FieldService } from './field-service';
import { fluxLines, frameOf, PICTURE_WIDTH } from './picture-frame';
import { fluxStepFor } from './raster';

/**
 * Fetches the Field page, solves a magnet's field and draws its lines, while the magnet is still being
 * looked at.
 */
export async function prefetchField(injector: Injector, document: DesignDocument): Promise<void> {
  const waiting: FieldRaster[] = [];
  /** Of the magnet as it is; the coil without its core is drawn with the same. */
  let step: number | undefined;
  injector.get(FieldService).prefetchSolve(document, ({ raster }, of) => {
    waiting.push(raster);
    if (of === document) step = fluxStepFor([raster]);
    if (step === undefined) return;
    const known = step;
    for (const one of waiting.splice(0)) {
      whenIdle(() => fluxLines(one, frameOf(one, PICTURE_WIDTH), known));
    }
  });
  await import('./field');
}

/** A hand on the magnet comes first. Not every browser tells when it has nothing to do. */
function whenIdle(work: () => void): void {
  if ('requestIdleCallback' in globalThis) requestIdleCallback(work);
  else setTimeout(work, 200);
}
