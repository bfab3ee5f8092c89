import { gaussLegendre } from '../../numerics/index.js';

/** A flat face before a keeper that touches it at one side of a rim and stands off at the other, m. */
export interface TiltedFace {
  readonly inner: number;
  readonly outer: number;
  /** Radius of the rim across which the tilt is measured. */
  readonly rim: number;
}

/**
 * Means of 1/g and 1/g² over a face, g the gap: what its permeance and, at a given potential, its
 * pull go by. On a circle g = a + b cos φ, whose means are 1/√(a² − b²) and a/(a² − b²)^{3/2}.
 * @param gap where it is closest, m, > 0. @param tilt how much wider it is at the other side, m.
 */
export function tiltedMeans(
  { inner, outer, rim }: TiltedFace,
  gap: number,
  tilt: number,
): { inverse: number; square: number } {
  const { nodes, weights } = gaussLegendre(8);
  let [inverse, square] = [0, 0];
  const middle = gap + tilt / 2;
  nodes.forEach((node, k) => {
    // Even parts of the area.
    const r = Math.sqrt(inner ** 2 + node * (outer ** 2 - inner ** 2));
    const root = middle ** 2 - ((tilt / 2) * (r / rim)) ** 2;
    inverse += weights[k]! / Math.sqrt(root);
    square += (weights[k]! * middle) / root ** 1.5;
  });
  return { inverse, square };
}
