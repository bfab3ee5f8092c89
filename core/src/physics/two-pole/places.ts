import type { ChargePatch, Segmentation } from '../straight-core/index.js';

/** A point of the plane through both axes, m; the computed leg lies at x = −spacing/2. */
export interface Place {
  readonly x: number;
  readonly z: number;
}

/** A ring of charge round an axis of that plane. Metres. */
export interface RingPlace extends Place {
  readonly radius: number;
  /** Whether its axis lies along x, as the yoke's, or along z. */
  readonly alongX: boolean;
}

/** A straight piece of the path: its segments, and how path coordinates lie in the plane. */
export interface Piece {
  readonly first: number;
  readonly last: number;
  /** Unit vector along the path. */
  readonly direction: Place;
  /** Where the path coordinate `from` lies. */
  readonly origin: Place;
  readonly from: number;
  /** Path coordinate of the middle plane, for the piece that ends on it. */
  readonly middle?: number;
}

/** Middles of the segments and rings of the charges in the plane; the corner's belongs to the yoke. */
export function placesOf(
  path: Segmentation,
  patches: readonly ChargePatch[],
  pieces: readonly Piece[],
  root: number,
): { segments: Place[]; charges: RingPlace[] } {
  const pieceOf = (segment: number): Piece =>
    pieces.find(({ first, last }) => segment >= first && segment <= last)!;
  const place = (s: number, { origin, direction, from }: Piece): Place => ({
    x: origin.x + (s - from) * direction.x,
    z: origin.z + (s - from) * direction.z,
  });
  return {
    segments: Array.from({ length: path.count }, (_, i) =>
      place((path.boundaries[i]! + path.boundaries[i + 1]!) / 2, pieceOf(i)),
    ),
    charges: patches.map(({ from, to, rings }, b) => {
      const piece = pieceOf(Math.min(b === root && root > 0 ? b - 1 : b, path.count - 1));
      return {
        ...place((from + to) / 2, piece),
        radius: rings.reduce((sum, { radius, share }) => sum + radius * share, 0),
        alongX: piece.direction.x !== 0,
      };
    }),
  };
}

/** Component along a direction of the field of a unit point charge, 1/m². */
export function pointField(at: Place, charge: Place, direction: Place, beside = 0): number {
  const dx = at.x - charge.x;
  const dz = at.z - charge.z;
  const r3 = (dx * dx + beside * beside + dz * dz) ** 1.5;
  return r3 === 0 ? 0 : (dx * direction.x + dz * direction.z) / (4 * Math.PI * r3);
}

/** Quadrature points on a quarter of a ring. */
const RING = [Math.PI / 8, (3 * Math.PI) / 8].map((angle) => ({
  cos: Math.cos(angle),
  sin: Math.sin(angle),
}));

/** The same of a unit charge spread evenly over a ring. */
export function ringField(
  at: Place,
  { x, z, radius, alongX }: RingPlace,
  direction: Place,
): number {
  let sum = 0;
  for (const { cos, sin } of RING) {
    for (const off of [radius * cos, -radius * cos]) {
      const point = alongX ? { x, z: z + off } : { x: x + off, z };
      sum += pointField(at, point, direction, radius * sin) / (2 * RING.length);
    }
  }
  return sum;
}
