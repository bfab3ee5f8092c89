import { CoreError } from '../errors.js';

/**
 * Diameter of an American Wire Gauge, d = 0.127 mm · 92^((36 − n)/39).
 * @param gauge n, whole, −3 (4/0) … 40.
 * @returns metres.
 * @throws CoreError GAUGE_UNKNOWN.
 * Source: ASTM B258.
 */
export function awgDiameter(gauge: number): number {
  if (!Number.isInteger(gauge) || gauge < -3 || gauge > 40) {
    throw new CoreError(
      'GAUGE_UNKNOWN',
      `There is no ${gaugeName(gauge)} AWG; AWG runs from 4/0 to 40.`,
      {
        gauge,
      },
    );
  }
  return 1.27e-4 * 92 ** ((36 - gauge) / 39);
}

/**
 * Diameter of an Imperial Standard Wire Gauge.
 * @param gauge whole, −6 (7/0) … 50.
 * @returns metres.
 * @throws CoreError GAUGE_UNKNOWN.
 */
export function swgDiameter(gauge: number): number {
  const inches = SWG_INCHES[gauge + 6];
  if (!Number.isInteger(gauge) || inches === undefined) {
    throw new CoreError(
      'GAUGE_UNKNOWN',
      `There is no ${gaugeName(gauge)} SWG; SWG runs from 7/0 to 50.`,
      {
        gauge,
      },
    );
  }
  return inches * 0.0254;
}

function gaugeName(gauge: number): string {
  return gauge < 0 ? `${1 - gauge}/0` : String(gauge);
}

/**
 * Imperial Standard Wire Gauge, diameters in inches from 7/0 to 50.
 * Source: BS 3737 (the values of the Order in Council of 1883). Edition: from memory.
 * Valid range: 7/0 … 50. Uncertainty: exact by definition.
 */
const SWG_INCHES: readonly number[] = [
  0.5, 0.464, 0.432, 0.4, 0.372, 0.348, 0.324, 0.3, 0.276, 0.252, 0.232, 0.212, 0.192, 0.176, 0.16,
  0.144, 0.128, 0.116, 0.104, 0.092, 0.08, 0.072, 0.064, 0.056, 0.048, 0.04, 0.036, 0.032, 0.028,
  0.024, 0.022, 0.02, 0.018, 0.0164, 0.0148, 0.0136, 0.0124, 0.0116, 0.0108, 0.01, 0.0092, 0.0084,
  0.0076, 0.0068, 0.006, 0.0052, 0.0048, 0.0044, 0.004, 0.0036, 0.0032, 0.0028, 0.0024, 0.002,
  0.0016, 0.0012, 0.001,
];
