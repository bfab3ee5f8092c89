import { formatQuantity } from '@nab/core/quantities';
import { pullOverWeight, sampleAt } from '@nab/core/experiments';
import type { FieldRaster } from '@nab/core/fem';

/** Ends of the colour scale, T: wide enough for a coil without its core. */
export const SCALE_FROM_T = 1e-6;
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

/** Fewer lines than this show no shape. */
const FEWEST_LINES = 6;
const ROUND = [1, 2, 5] as const;

/**
 * How many lines of a weaker picture stand for one of the stronger: 1, 2, 5, 10 …, the least with which
 * its shape is seen.
 * @param step between lines of the stronger, Wb.
 */
export function linesForOne({ flux }: FieldRaster, step: number): number {
  const most = flux.reduce((m, value) => Math.max(m, Math.abs(value)), 0);
  if (!(step > 0) || !(most > 0)) return 1;
  for (let decade = 1; decade <= 1e6; decade *= 10) {
    const many = ROUND.find((one) => (most * one * decade) / step >= FEWEST_LINES);
    if (many !== undefined) return many * decade;
  }
  return 1;
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
  return `${fieldText(Math.hypot(field.r, field.z))}, ${angle}° from the axis; ${held}`;
}

/** What a ruler reads: how long it is, and the field at both of its ends. */
export function rulerText(raster: FieldRaster, { from, to }: RulerEnds): string {
  const at = ({ x, z }: RulerEnds['from']): string => {
    const field = sampleAt(raster, Math.abs(x), z);
    return fieldText(Math.hypot(field.r, field.z));
  };
  const length = Math.hypot(to.x - from.x, to.z - from.z);
  return `${formatQuantity(length, 'length', 'mm')}: from ${at(from)} to ${at(to)}`;
}

/** Ends of a ruler in the plane of the cut, m. */
interface RulerEnds {
  readonly from: { readonly x: number; readonly z: number };
  readonly to: { readonly x: number; readonly z: number };
}
