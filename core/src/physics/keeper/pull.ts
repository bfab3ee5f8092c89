import { discSolidAngleFraction } from '../coil-field/index.js';
import { MU_0 } from '../constants.js';
import { ellipticKE, type EllipticKE } from '../../numerics/index.js';
import type { ChargePatch } from '../straight-core/index.js';

/** Coaxial magnetic charge, A·m: a ring, or an even disc or annulus, at a height. Metres. */
export interface AxialCharge {
  readonly charge: number;
  readonly z: number;
  /** Of a ring; of a disc, the rings that stand for it with their shares of its charge. */
  readonly rings: ChargePatch['rings'];
  readonly disc: { readonly inner: number; readonly outer: number } | null;
  /** Width of the band that a ring stands for. */
  readonly width: number;
}

/** A patch of a core as charges: what lies evenly on a face by itself. */
export function chargesOf({ from, to, rings, even }: ChargePatch, charge: number): AxialCharge[] {
  const z = (from + to) / 2;
  const single = rings.slice(even?.count ?? 0).map((ring): AxialCharge => ({
    charge: charge * ring.share,
    z,
    rings: [{ radius: ring.radius, share: 1 }],
    disc: null,
    width: to - from,
  }));
  if (!even) return single;
  const { count, share } = even;
  return [
    {
      charge: charge * share,
      z,
      rings: rings.slice(0, count).map((ring) => ({ ...ring, share: ring.share / share })),
      disc: even,
      width: 0,
    },
    ...single,
  ];
}

/**
 * Axial force, N, of charges above on charges below, each on each: μ0 q H. A disc takes the mean of H
 * over itself, which is what of a ring's flux passes through it.
 * @param twin the other half of a pair, m away with its charges times a sign: acts as points.
 */
export function forceBetween(
  below: readonly AxialCharge[],
  above: readonly AxialCharge[],
  twin?: { readonly distance: number; readonly sign: number },
): number {
  let force = 0;
  for (const low of below) {
    for (const high of above) {
      const d = high.z - low.z;
      let field = meanField(low, high, d);
      if (twin) field += (twin.sign * d) / (4 * Math.PI * (twin.distance ** 2 + d * d) ** 1.5);
      // Like charges push the lower one down.
      force -= MU_0 * low.charge * high.charge * field;
    }
  }
  return force;
}

/** Size of the mean axial field of unit charge on one at the other, 1/m². */
function meanField(low: AxialCharge, high: AxialCharge, d: number): number {
  const [on, of] = low.disc ? [low, high] : [high, low];
  if (on.disc) {
    const { inner, outer } = on.disc;
    const area = Math.PI * (outer * outer - inner * inner);
    return of.rings.reduce((sum, { radius, share }) => {
      const through =
        discSolidAngleFraction(outer, radius, d) -
        (inner > 0 ? discSolidAngleFraction(inner, radius, d) : 0);
      return sum + (share * through) / area;
    }, 0);
  }
  // Two bands spread over their widths: mean square distance between points of both.
  const spread = (low.width ** 2 + high.width ** 2) / 12;
  return ringAtRing(low.rings[0]!.radius, high.rings[0]!.radius, d, spread);
}

const ke: EllipticKE = { K: 0, E: 0 };

/** Axial field of a ring of unit charge at a coaxial ring, 1/m². Source: Durand (1964), as in `lifting`. */
function ringAtRing(a: number, r: number, d: number, spread: number): number {
  const far = (r + a) ** 2 + d * d;
  const near = (r - a) ** 2 + d * d + spread;
  ellipticKE(Math.min(1, near / far), ke);
  return (d * ke.E) / (2 * Math.PI ** 2 * Math.sqrt(far) * near);
}
