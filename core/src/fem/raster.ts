import { fieldAt } from './field-at.js';
import type { FieldSolution } from './solution.js';

/** A field sampled on an even raster of the half-plane, row by row from low z. */
export interface FieldRaster {
  readonly columns: number;
  readonly rows: number;
  /** Radius of the last column and heights of the first and last row, m. */
  readonly width: number;
  readonly low: number;
  readonly high: number;
  /** Flux density, T, and flux through the coaxial disc that ends at the point, Wb. */
  readonly radial: Float32Array;
  readonly axial: Float32Array;
  readonly flux: Float64Array;
}

/** Samples a solution for a picture. */
export function rasterOf(
  solution: FieldSolution,
  { width, low, high }: { readonly width: number; readonly low: number; readonly high: number },
  columns: number,
  rows: number,
): FieldRaster {
  const radial = new Float32Array(columns * rows);
  const axial = new Float32Array(columns * rows);
  const flux = new Float64Array(columns * rows);
  for (let j = 0; j < rows; j++) {
    const z = low + ((high - low) * j) / (rows - 1);
    for (let i = 0; i < columns; i++) {
      const at = fieldAt(solution, (width * i) / (columns - 1), z);
      const k = j * columns + i;
      radial[k] = at.r;
      axial[k] = at.z;
      flux[k] = at.flux;
    }
  }
  return { columns, rows, width, low, high, radial, axial, flux };
}
