import { MU_0, STANDARD_GRAVITY, WIRE_LIKE_HEAP, type HeapMaterial } from '../../physics/index.js';
import type { FieldRaster } from '../../fem/index.js';

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

/**
 * Pull of a field on a loose small object over its weight: (χ/2μ0) |∇B²| / (ρ g), as in the heap.
 * @param radius,z m. @returns the ratio; above 1 the object is lifted off.
 */
export function pullOverWeight(
  raster: FieldRaster,
  radius: number,
  z: number,
  { susceptibility, density }: HeapMaterial = WIRE_LIKE_HEAP,
): number {
  const step = (1.5 * raster.width) / (raster.columns - 1);
  const square = (r: number, height: number): number => {
    const b = sampleAt(raster, Math.abs(r), height);
    return b.r * b.r + b.z * b.z;
  };
  const byR = (square(radius + step, z) - square(radius - step, z)) / (2 * step);
  const byZ = (square(radius, z + step) - square(radius, z - step)) / (2 * step);
  return (susceptibility * Math.hypot(byR, byZ)) / (2 * MU_0 * density * STANDARD_GRAVITY);
}

/** Field in the plane of the cut along a straight line; `x` is negative left of the axis, m. */
export interface RulerReading {
  readonly distance: number;
  readonly x: number;
  readonly z: number;
  /** Across and along the axis, T. */
  readonly across: number;
  readonly along: number;
}

/** Readings at even distances along a line of the picture, ends included. */
export function alongRuler(
  raster: FieldRaster,
  from: { readonly x: number; readonly z: number },
  to: { readonly x: number; readonly z: number },
  count = 60,
): RulerReading[] {
  const length = Math.hypot(to.x - from.x, to.z - from.z);
  return Array.from({ length: count }, (_, k) => {
    const share = k / (count - 1);
    const x = from.x + (to.x - from.x) * share;
    const z = from.z + (to.z - from.z) * share;
    const b = sampleAt(raster, Math.abs(x), z);
    return { distance: length * share, x, z, across: x < 0 ? -b.r : b.r, along: b.z };
  });
}

/** A compass needle in the plane of the cut: angle from the axis toward the right, rad. */
export function needleAngle(
  raster: FieldRaster,
  x: number,
  z: number,
  earth: { readonly across: number; readonly along: number },
): number {
  const b = sampleAt(raster, Math.abs(x), z);
  return Math.atan2((x < 0 ? -b.r : b.r) + earth.across, b.z + earth.along);
}
