import { gaussLegendre } from '../numerics/index.js';
import type { Segmentation } from './geometry.js';

/**
 * How the charge of an end face lies on it: evenly, or crowding toward the rim as on a highly
 * permeable body, σ ∝ (1 − ρ²)^(−1/3), the law of a right-angled edge (Jackson, Classical
 * Electrodynamics, §2.11).
 */
export type FaceCharge = 'edge' | 'even';

/**
 * Where the magnetic charge of one boundary between segments sits: rings of given radius and share
 * (the shares add up to 1), spread evenly from `from` to `to` along the axis; a face has no spread.
 */
export interface ChargePatch {
  readonly from: number;
  readonly to: number;
  readonly rings: readonly { readonly radius: number; readonly share: number }[];
}

const FACE_RINGS = 6;

/**
 * Patches of all n + 1 boundaries, rear end first. Flux that leaves between neighbours leaves
 * through the side, between the middles of the two segments; at the ends and at a shoulder it leaves
 * through the face.
 */
export function chargePatches(
  core: Segmentation,
  face: FaceCharge = 'edge',
  ringsPerFace = FACE_RINGS,
): ChargePatch[] {
  const { boundaries, outerRadius, innerRadius, count } = core;
  return Array.from(boundaries, (z, b) => {
    const before = outerRadius[b - 1];
    const after = outerRadius[b];
    if (before === undefined || after === undefined) {
      const inner = innerRadius[before === undefined ? 0 : count - 1]!;
      return { from: z, to: z, rings: faceRings(inner, before ?? after!, face, ringsPerFace) };
    }
    if (before !== after) {
      const radii = [before, after].sort((p, q) => p - q) as [number, number];
      const shoulder = faceRings(...radii, 'even', ringsPerFace);
      return { from: z, to: z, rings: shoulder };
    }
    return {
      from: (boundaries[b - 1]! + z) / 2,
      to: (z + boundaries[b + 1]!) / 2,
      rings: [{ radius: after, share: 1 }],
    };
  });
}

/** The same patch on the other side of a plane across the axis. */
export function mirrorPatch(patch: ChargePatch, plane: number): ChargePatch {
  return { from: 2 * plane - patch.to, to: 2 * plane - patch.from, rings: patch.rings };
}

/** Gauss points of the charge on a face, so that each ring carries its weight of the charge. */
function faceRings(
  inner: number,
  outer: number,
  law: FaceCharge,
  count: number,
): ChargePatch['rings'] {
  const { nodes, weights } = gaussLegendre(count);
  const charge = (rho2: number): number => (law === 'even' ? rho2 : 1 - (1 - rho2) ** (2 / 3));
  const inverse = (x: number): number => (law === 'even' ? x : 1 - (1 - x) ** 1.5);
  const low = charge((inner / outer) ** 2);
  return Array.from(nodes, (node, k) => ({
    radius: outer * Math.sqrt(inverse(low + (1 - low) * node)),
    share: weights[k]!,
  }));
}
