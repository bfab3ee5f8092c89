import { Injectable, signal } from '@angular/core';
import type { FieldProblem, FieldRaster } from '@nab/core/fem';
import type { MagnetDesign } from '@nab/core/experiments';

/** A picture set aside to be compared with a later one. */
export interface KeptPicture {
  readonly name: string;
  readonly design: MagnetDesign;
  readonly problem: FieldProblem | null;
  readonly raster: FieldRaster;
}

/** Keeps one picture while the magnet is changed on another page. */
@Injectable({ providedIn: 'root' })
export class ReferenceField {
  readonly picture = signal<KeptPicture | null>(null);
}
