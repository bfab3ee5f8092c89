import { gaussLegendre } from '../../numerics/index.js';
import type { Segmentation } from './geometry.js';

/**
 * Part of the second term, σ ∝ (1 − ϱ²)^(1/3), in the charge that crowds toward a free rim: found by
 * holding B on the axis of four rods (length over diameter 3.8–20) against finite elements.
 */
const EDGE_SECOND = -0.12;

/**
 * How the charge of the lifting face lies on it: evenly; crowding toward the rim as on a highly
 * permeable body, σ ∝ (1 − ρ²)^(−1/3), the law of a right-angled edge (Jackson, Classical
 * Electrodynamics, §2.11); or, at a gap before a plate, m, even but for what crowds at the rim. The
 * rear face, which has nothing before it, follows the law of the edge unless all is even.
 */
export type FaceCharge = 'edge' | 'even' | { readonly gap: number };

/**
 * A right-angled edge at a gap g before a plane carries (1 − ln 2) 2 g/π per length more than the even
 * charge of the face, 0.184 g from the edge in the mean: conformal map of Carter's half-plane, worked
 * out here.
 */
const RIM_EXCESS = ((1 - Math.LN2) * 2) / Math.PI;
const RIM_DISTANCE = 0.184;
/** The rim's excess over the even charge of a face far from any plane: that of the edge's law, 1/2. */
const FREE_EXCESS = 0.5;

/**
 * Where the magnetic charge of one boundary between segments sits: rings of given radius and share
 * (the shares add up to 1), spread evenly from `from` to `to` along the axis; a face has no spread.
 */
export interface ChargePatch {
  readonly from: number;
  readonly to: number;
  readonly rings: readonly { readonly radius: number; readonly share: number }[];
  /** Of these, the first so many stand for a share that lies evenly between two radii. */
  readonly even?: {
    readonly count: number;
    readonly inner: number;
    readonly outer: number;
    readonly share: number;
  };
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
      const rear = before === undefined;
      const inner = innerRadius[rear ? 0 : count - 1]!;
      const outer = before ?? after!;
      if (typeof face === 'string') {
        return { from: z, to: z, rings: faceRings(inner, outer, face, ringsPerFace) };
      }
      return {
        from: z,
        to: z,
        ...(rear
          ? { rings: faceRings(inner, outer, 'edge', ringsPerFace) }
          : faceBeforePlate(inner, outer, face.gap, ringsPerFace)),
      };
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
  return { ...patch, from: 2 * plane - patch.to, to: 2 * plane - patch.from };
}

/** An even face with what crowds at its rim, and at the rim of a bore. */
function faceBeforePlate(
  inner: number,
  outer: number,
  gap: number,
  count: number,
): Pick<ChargePatch, 'rings' | 'even'> {
  const width = outer - inner;
  const rims = [outer, ...(inner > 0 ? [inner] : [])].map((radius) => {
    // Per length of the rim, over the even charge of the face; each rim has half of a ring's width.
    const share = inner > 0 ? width / 2 : radius / 2;
    const x = (RIM_EXCESS * gap) / share;
    const excess = (FREE_EXCESS * x) / (FREE_EXCESS + x);
    const distance = Math.min(RIM_DISTANCE * gap, share / 4);
    return {
      radius: radius === inner ? inner + distance : outer - distance,
      excess,
      share,
      rim: radius,
    };
  });
  const area = (outer * outer - inner * inner) / 2;
  const extra = rims.map(({ excess, share, rim }) => (excess * share * rim) / area);
  const whole = 1 + extra.reduce((sum, e) => sum + e, 0);
  return {
    rings: [
      ...faceRings(inner, outer, 'even', count).map(({ radius, share }) => ({
        radius,
        share: share / whole,
      })),
      ...rims.map(({ radius }, k) => ({ radius, share: extra[k]! / whole })),
    ],
    even: { count, inner, outer, share: 1 / whole },
  };
}

/** Gauss points of the charge on a face, so that each ring carries its weight of the charge. */
function faceRings(
  inner: number,
  outer: number,
  law: 'edge' | 'even',
  count: number,
): ChargePatch['rings'] {
  const { nodes, weights } = gaussLegendre(count);
  const charge = law === 'even' ? (rho2: number): number => rho2 : edgeCharge;
  const inverse = law === 'even' ? (x: number): number => x : edgeInverse;
  const low = charge((inner / outer) ** 2);
  return Array.from(nodes, (node, k) => ({
    radius: outer * Math.sqrt(inverse(low + (1 - low) * node)),
    share: weights[k]!,
  }));
}

/** Share of a face's charge within ϱ² of its radius². */
function edgeCharge(rho2: number): number {
  const rest = 1 - rho2;
  return 1 - (1 - EDGE_SECOND) * rest ** (2 / 3) - EDGE_SECOND * rest ** (4 / 3);
}

/** The other way round: with y = (1 − ϱ²)^(2/3) a quadratic. */
function edgeInverse(share: number): number {
  const first = 1 - EDGE_SECOND;
  const rest = 1 - share;
  const y = (2 * rest) / (first + Math.sqrt(first * first + 4 * EDGE_SECOND * rest));
  return 1 - y ** 1.5;
}
