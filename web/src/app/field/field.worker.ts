/// <reference lib="webworker" />
import {
  buildMagnet,
  CoreError,
  faceHeight,
  fieldProblemOf,
  rasterOf,
  solveField,
  type FieldRaster,
  type MagnetDesign,
} from '@nab/core';

export interface FieldRequest {
  readonly design: MagnetDesign;
}
export type FieldMessage =
  | { readonly iteration: number; readonly size: number }
  | {
      readonly raster: FieldRaster;
      readonly status: 'converged' | 'stalled';
      readonly iterations: number;
      readonly unknowns: number;
      readonly seconds: number;
    }
  | { readonly fault: string };

const COLUMNS = 110;

addEventListener('message', ({ data: { design } }: MessageEvent<FieldRequest>) => {
  const start = performance.now();
  try {
    const solution = solveField(fieldProblemOf(design, buildMagnet(design)), {
      onIteration: (iteration, size) => {
        postMessage({ iteration, size } satisfies FieldMessage);
        return true;
      },
    });
    const length = faceHeight(design.core);
    const around = 0.45 * length;
    const window = { width: 0.62 * length, low: -around, high: length + around };
    const rows = Math.round((COLUMNS * (window.high - window.low)) / window.width);
    const raster = rasterOf(solution, window, COLUMNS, rows);
    postMessage({
      raster,
      status: solution.status,
      iterations: solution.iterations,
      unknowns: solution.u.length,
      seconds: (performance.now() - start) / 1000,
    } satisfies FieldMessage);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    postMessage({ fault: error.message } satisfies FieldMessage);
  }
});
