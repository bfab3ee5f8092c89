import { Injectable, signal } from '@angular/core';
import type { FieldProblem, FieldRaster, MagnetDesign } from '@nab/core';

/** A picture set aside to be compared with a later one. */
export interface KeptPicture {
  readonly name: string;
  readonly design: MagnetDesign;
  readonly problem: FieldProblem | null;
  readonly raster: FieldRaster;
}

/** Keeps one picture while the magnet is changed on another page. */
@Injectable({ providedIn: 'root' })
export class KeptField {
  readonly picture = signal<KeptPicture | null>(null);
}
