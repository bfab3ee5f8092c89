import {
  boundaryCharges,
  chargePatches,
  type CoreState,
  type CurrentSheet,
} from '../straight-core/index.js';

/** Coaxial rings of magnetic charge: radius m, height m, charge A·m; equal lengths. */
export interface ChargeRings {
  readonly radius: Float64Array;
  readonly z: Float64Array;
  readonly charge: Float64Array;
}

/**
 * Cylinders of even charge on the sides of a core, by the edges between them: radius m, height m, and
 * the line density below the edge less that above it, A; equal lengths.
 */
export interface ChargeEdges {
  readonly radius: Float64Array;
  readonly z: Float64Array;
  readonly jump: Float64Array;
}

/** What makes the field outside a magnet. */
export interface MagnetCharges {
  readonly rings: ChargeRings;
  readonly edges: ChargeEdges;
}

/** Rings with nothing on any side. */
export function ringsAlone(rings: ChargeRings): MagnetCharges {
  const none = new Float64Array(0);
  return { rings, edges: { radius: none, z: none, jump: none } };
}

/**
 * The rings whose field is that of core and winding on the axis and a core's radius away from it.
 *
 * The core's faces and sides give its boundary charges; each layer of the winding acts outside like
 * a magnetised cylinder, so its two ends are discs of charge ± N I / length.
 * @param tip height near which the field is wanted in detail: side rings farther than a few
 *   core radii from it are merged in neighbours' pairs and then fours.
 * @param faceRings rings per face, where the field is wanted nearer than a third of a radius.
 */
export function exteriorCharges(
  state: CoreState,
  sheets: readonly CurrentSheet[],
  tip: number,
  faceRings?: number,
): ChargeRings {
  const { list, sides } = chargesOf(state, sheets, tip, faceRings);
  for (const { radius, from, to, charge } of sides) putRing(list, radius, (from + to) / 2, charge);
  return toRings(list);
}

/**
 * The same with the charge of the sides spread evenly along each piece, so that the field is right
 * close to the side, too: rings would stand out there like the turns of a screw.
 */
export function magnetCharges(
  state: CoreState,
  sheets: readonly CurrentSheet[],
  tip: number,
): MagnetCharges {
  const { list, sides } = chargesOf(state, sheets, tip);
  const edges: [radius: number, z: number, jump: number][] = [];
  for (const { radius, from, to, charge } of sides) {
    const density = charge / (to - from);
    const last = edges[edges.length - 1];
    if (last?.[0] === radius && last[1] === from) last[2] -= density;
    else edges.push([radius, from, -density]);
    edges.push([radius, to, density]);
  }
  const column = (k: 0 | 1 | 2): Float64Array => Float64Array.from(edges, (edge) => edge[k]);
  return { rings: toRings(list), edges: { radius: column(0), z: column(1), jump: column(2) } };
}

/** Rings as they are gathered. */
export interface RingList {
  readonly radius: number[];
  readonly z: number[];
  readonly charge: number[];
}

export function putRing(
  { radius, z, charge }: RingList,
  r: number,
  height: number,
  q: number,
): void {
  radius.push(r);
  z.push(height);
  charge.push(q);
}

export const toRings = ({ radius, z, charge }: RingList): ChargeRings => ({
  radius: Float64Array.from(radius),
  z: Float64Array.from(z),
  charge: Float64Array.from(charge),
});

/** A piece of a side. */
interface Side {
  readonly radius: number;
  readonly from: number;
  to: number;
  charge: number;
}

/** Rings of faces and winding, and the sides' pieces, rear end first. */
function chargesOf(
  state: CoreState,
  sheets: readonly CurrentSheet[],
  tip: number,
  faceRings?: number,
): { list: RingList; sides: Side[] } {
  const { core, faceCharge } = state.prepared;
  const patches =
    faceRings === undefined ? state.prepared.patches : chargePatches(core, faceCharge, faceRings);
  const charges = boundaryCharges(state);
  const list: RingList = { radius: [], z: [], charge: [] };
  const sides: Side[] = [];
  let members = 0;
  patches.forEach((patch, b) => {
    const height = (patch.from + patch.to) / 2;
    const distance = Math.abs(height - tip);
    if (patch.rings.length > 1) {
      members = 0;
      const detailed = distance < 6 * patch.rings[patch.rings.length - 1]!.radius;
      if (detailed)
        patch.rings.forEach((ring) => putRing(list, ring.radius, height, charges[b]! * ring.share));
      else putRing(list, patch.rings[patch.rings.length >> 1]!.radius, height, charges[b]!);
      return;
    }
    const { radius } = patch.rings[0]!;
    const group = distance > 8 * radius ? 4 : distance > 3 * radius ? 2 : 1;
    const before = sides[sides.length - 1];
    if (before && members > 0 && members < group) {
      before.to = patch.to;
      before.charge += charges[b]!;
      members++;
    } else {
      sides.push({ radius, from: patch.from, to: patch.to, charge: charges[b]! });
      members = 1;
    }
  });
  for (const sheet of sheets) {
    const pole = ((sheet.ampereTurns / (sheet.to - sheet.from)) * Math.PI * sheet.radius ** 2) / 2;
    // Two equal-charge rings stand for each disc: the Gauss points of the radius squared.
    for (const x of [0.21132486540518713, 0.7886751345948129]) {
      putRing(list, sheet.radius * Math.sqrt(x), sheet.from, -pole);
      putRing(list, sheet.radius * Math.sqrt(x), sheet.to, pole);
    }
  }
  return { list, sides };
}
