import { EARTH_HORIZONTAL_T } from '@nab/core/physics';
import { faceHeight, sampleAt, type MagnetDesign } from '@nab/core/experiments';
import { formatNumber, formatQuantity } from '@nab/core/quantities';
import type { FieldRaster } from '@nab/core/fem';

/** Distances below the tip at which the field is told, m. */
const NEAR = 0.005;
const FAR = 0.03;

/** What a gauss meter would show below the tip, near and far, compared with the earth's field. */
export function fieldSentence(raster: FieldRaster, { core }: MagnetDesign): string {
  const face = faceHeight(core);
  const at = (distance: number): number => {
    const { r, z } = sampleAt(raster, 0, face + distance);
    return Math.hypot(r, z);
  };
  const [near, far] = [at(NEAR), at(FAR)];
  const field = (b: number): string =>
    formatQuantity(Number(b.toPrecision(2)), 'fluxDensity', 'mT');
  const times = far / EARTH_HORIZONTAL_T;
  const beside =
    times >= 1
      ? `${formatNumber(times, 2)} times the earth’s`
      : `${formatNumber(1 / times, 2)} times weaker than the earth’s`;
  return `Half a centimetre below the tip the field is ${field(near)}; three centimetres below it is ${field(far)}, ${beside}.`;
}
