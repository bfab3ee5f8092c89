/** A metric hexagon bolt as it is usually made. Metres. */
export interface BoltSize {
  /** Name of the size, such as `M8`. */
  readonly name: string;
  readonly diameter: number;
  /** Pitch of the coarse thread. */
  readonly pitch: number;
  /** Across the flats of the head, and its height. */
  readonly headWidth: number;
  readonly headHeight: number;
}

/**
 * Nominal diameter, coarse pitch, width across flats and height of the head, mm.
 * Source: ISO 261 (pitch), ISO 4014 and 4017 (head), from memory. Heads of old DIN 931 are 17 and 19
 * across at M10 and M12.
 */
const TABLE_MM: readonly (readonly [number, number, number, number])[] = [
  [3, 0.5, 5.5, 2],
  [4, 0.7, 7, 2.8],
  [5, 0.8, 8, 3.5],
  [6, 1, 10, 4],
  [8, 1.25, 13, 5.3],
  [10, 1.5, 16, 6.4],
  [12, 1.75, 18, 7.5],
  [16, 2, 24, 10],
  [20, 2.5, 30, 12.5],
];

export const BOLT_SIZES: readonly BoltSize[] = TABLE_MM.map(([d, p, s, k]) => ({
  name: `M${d}`,
  diameter: d * 1e-3,
  pitch: p * 1e-3,
  headWidth: s * 1e-3,
  headHeight: k * 1e-3,
}));

/** Shanks are made up to this much thinner than their name says. ISO 965, rounded up. */
const TOLERANCE = 0.04;

/**
 * The metric bolt that a shank belongs to; null when no size is so thick.
 * @param diameter as measured or named, m.
 */
export function boltOf(diameter: number): BoltSize | null {
  return BOLT_SIZES.find((bolt) => Math.abs(diameter / bolt.diameter - 1) <= TOLERANCE) ?? null;
}
