import { formatQuantity } from '@nab/core/quantities';
import { pullOverWeight, sampleAt } from '@nab/core/experiments';
import type { FieldRaster } from '@nab/core/fem';

/** Ends of the colour scale, T. */
export const SCALE_FROM_T = 1e-5;
export const SCALE_TO_T = 2;

/** Levels of flux, evenly spaced from half a step on: as many lines as fit in a picture. */
export function fluxThresholds(flux: Float64Array, step: number): number[] {
  const most = flux.reduce((largest, value) => Math.max(largest, Math.abs(value)), 0);
  const count = step > 0 ? Math.min(60, Math.floor(most / step + 0.5)) : 0;
  return Array.from({ length: count }, (_, k) => (k + 0.5) * step);
}

/** Flux between neighbouring lines so that so many leave the strongest of the pictures. */
export function fluxStepFor(rasters: readonly FieldRaster[], lines = 16): number {
  const most = rasters.reduce(
    (largest, { flux }) => flux.reduce((m, value) => Math.max(m, Math.abs(value)), largest),
    0,
  );
  return most / lines;
}

export function fieldText(size: number): string {
  const unit = size >= 0.1 ? 'T' : size >= 1e-4 ? 'mT' : 'µT';
  return formatQuantity(size, 'fluxDensity', unit);
}

/** What a probe reads at a place of the cut: size, direction, place, and the pull on a clip. */
export function probeText(raster: FieldRaster, x: number, z: number): string {
  const field = sampleAt(raster, Math.abs(x), z);
  const angle = Math.round((Math.atan2(Math.abs(field.r), Math.abs(field.z)) * 180) / Math.PI);
  const pull = pullOverWeight(raster, Math.abs(x), z);
  const digits = pull >= 10 ? 0 : pull >= 1 ? 1 : 2;
  const held = `pulls a clip with ${pull.toFixed(digits)} times its weight`;
  const place = `${formatQuantity(Math.abs(x), 'length', 'mm')} from the axis at ${formatQuantity(z, 'length', 'mm')}`;
  return `${fieldText(Math.hypot(field.r, field.z))}, ${angle}° from the axis; ${held}; ${place}`;
}
