import { formatQuantity, type FieldRaster } from '@nab/core';

/** Ends of the colour scale, T. */
export const SCALE_FROM_T = 1e-5;
export const SCALE_TO_T = 2;

/** Flux density between samples, T, bilinear; the nearest sample outside. */
export function sampleAt(
  { columns, rows, width, low, high, radial, axial }: FieldRaster,
  radius: number,
  z: number,
): { r: number; z: number } {
  const within = (x: number, most: number): number => Math.min(most, Math.max(0, x));
  const x = within((radius / width) * (columns - 1), columns - 1.001);
  const y = within(((z - low) / (high - low)) * (rows - 1), rows - 1.001);
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [fx, fy] = [x - i, y - j];
  const mix = (values: Float32Array): number => {
    const k = j * columns + i;
    return (
      (values[k]! * (1 - fx) + values[k + 1]! * fx) * (1 - fy) +
      (values[k + columns]! * (1 - fx) + values[k + columns + 1]! * fx) * fy
    );
  };
  return { r: mix(radial), z: mix(axial) };
}

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

/** What a probe reads: size, direction and place. */
export function probeText(field: { r: number; z: number }, radius: number, z: number): string {
  const size = Math.hypot(field.r, field.z);
  const unit = size >= 0.1 ? 'T' : size >= 1e-4 ? 'mT' : 'µT';
  const angle = Math.round((Math.atan2(Math.abs(field.r), Math.abs(field.z)) * 180) / Math.PI);
  const place = `${formatQuantity(radius, 'length', 'mm')} from the axis at ${formatQuantity(z, 'length', 'mm')}`;
  return `${formatQuantity(size, 'fluxDensity', unit)}, ${angle}° from the axis; ${place}`;
}
