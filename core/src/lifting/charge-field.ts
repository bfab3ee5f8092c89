import { cel, ellipticKE, loadKernel, reserve, type EllipticKE } from '../numerics/index.js';
import {
  boundaryCharges,
  chargePatches,
  type CoreState,
  type CurrentSheet,
} from '../straight-core/index.js';
import { CHARGE_FIELD_BINARY } from './charge-field-binary.js';

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

/** Field strength at a point with the gradient of its square: A/m and A²/m³. */
export interface FieldAndGradient {
  hr: number;
  hz: number;
  /** ∂|H|²/∂r and ∂|H|²/∂z. */
  gradientR: number;
  gradientZ: number;
}

const ke: EllipticKE = { K: 0, E: 0 };
/** Enough for eight digits of the field, by the two iterations. */
const CLOSE = 3e-3;
const CLOSE_PI = 1e-4;

/** Sums at the point in question: H_r, H_z and their derivatives along z. */
let hr = 0;
let hz = 0;
let hrz = 0;
let hzz = 0;

function finish(r: number, out: FieldAndGradient): void {
  const hrr = -hr / r - hzz;
  out.hr = hr;
  out.hz = hz;
  out.gradientR = 2 * (hr * hrr + hz * hrz);
  out.gradientZ = 2 * (hr * hrz + hz * hzz);
  hr = hz = hrz = hzz = 0;
}

/**
 * Field strength and ∇|H|² of charge rings at (r, z), r > 0, off the rings themselves.
 * H_z and H_r are the derivatives of the ring potential q K(m)/(2π² √Q); the second derivatives
 * follow in the same elliptic integrals, and ∂H_r/∂r from div H = 0.
 * Source: Durand, Électrostatique I (1964), ring of charge. Checked against differences in the tests.
 */
export function chargeField(rings: ChargeRings, r: number, z: number, out: FieldAndGradient): void {
  addRings(rings, r, z);
  finish(r, out);
}

/**
 * The same of rings and sides; r > 0, off both.
 * A side's field is that of its edges: H_z is the potential of a ring there, so that its derivatives
 * are the field of a ring, and H_r the integral of a ring's along the axis.
 */
export function magnetField(
  { rings, edges }: MagnetCharges,
  r: number,
  z: number,
  out: FieldAndGradient,
): void {
  addRings(rings, r, z);
  addEdges(edges, r, z);
  finish(r, out);
}

/** Field strength and ∇|H|² at a point (r, z), r > 0, of what it was made for. */
export type FieldSource = (r: number, z: number, out: FieldAndGradient) => void;

/** {@link magnetField} of one magnet at many points, by the kernel where there is WebAssembly. */
export function fieldSource(charges: MagnetCharges): FieldSource {
  if (kernel === undefined) kernel = loadKernel<Kernel>(CHARGE_FIELD_BINARY);
  if (!kernel) return (r, z, out) => magnetField(charges, r, z, out);
  const { memory, field } = kernel;
  const { rings, edges } = charges;
  const [ringCount, edgeCount] = [even(rings.charge.length), even(edges.jump.length)];
  const lists = [
    [rings.radius, rings.z, rings.charge, ringCount],
    [edges.radius, edges.z, edges.jump, edgeCount],
  ] as const;
  let numbers = new Float64Array(0);
  const put = (): void => {
    reserve(memory, 8 * (FIRST_LIST + 3 * (ringCount + edgeCount)));
    numbers = new Float64Array(memory.buffer);
    let at = FIRST_LIST;
    for (const [radius, height, amount, count] of lists) {
      for (const values of [radius, height, amount]) {
        numbers.set(values, at);
        // An odd list is filled up with nothing, away from the axis.
        if (values.length < count) numbers[at + values.length] = values === amount ? 0 : 1;
        at += count;
      }
    }
    inMemory = charges;
  };
  return (r, z, out) => {
    if (inMemory !== charges || numbers.length === 0) put();
    field(ringCount, edgeCount, r, z);
    [hr, hz, hrz, hzz] = [numbers[0]!, numbers[1]!, numbers[2]!, numbers[3]!];
    finish(r, out);
  };
}

interface Kernel {
  field(rings: number, edges: number, r: number, z: number): void;
}
let kernel: ReturnType<typeof loadKernel<Kernel>> | undefined;
/** Whose charges the kernel's memory holds. */
let inMemory: MagnetCharges | null = null;
/** Where the lists begin: 64 bytes from the start. */
const FIRST_LIST = 8;
const even = (count: number): number => count + (count % 2);

const TWO_PI_SQUARED = 2 * Math.PI * Math.PI;

function addRings({ radius, z: height, charge }: ChargeRings, r: number, z: number): void {
  let [sumR, sumZ, sumRZ, sumZZ] = [0, 0, 0, 0];
  for (let i = 0; i < charge.length; i++) {
    const a = radius[i]!;
    const d = z - height[i]!;
    const sum = r + a;
    const difference = r - a;
    const q2 = sum * sum + d * d;
    const d2 = difference * difference + d * d;
    ellipticKE(d2 / q2, ke, CLOSE);
    const { K, E } = ke;
    const root = Math.sqrt(q2);
    const c = charge[i]! / TWO_PI_SQUARED;
    const g = E / (root * d2);
    const halfDrop = (E - K) / 2;
    // Derivatives of G = E/(√Q D): dE = (E − K)/2 · dm/m, dm/m = d(4ar)/(4ar) − dQ/Q.
    const gz = (halfDrop * ((-2 * d) / q2)) / (root * d2) - (g * d) / q2 - (2 * g * d) / d2;
    const gr =
      (halfDrop * (1 / r - (2 * sum) / q2)) / (root * d2) -
      (g * sum) / q2 -
      (2 * g * difference) / d2;
    sumZ += c * d * g;
    sumR += (c / (2 * r * root)) * (K - (E * (a * a - r * r + d * d)) / d2);
    sumZZ += c * (g + d * gz);
    sumRZ += c * d * gr;
  }
  hr += sumR;
  hz += sumZ;
  hrz += sumRZ;
  hzz += sumZZ;
}

function addEdges({ radius, z: height, jump }: ChargeEdges, r: number, z: number): void {
  let [sumR, sumZ, sumRZ, sumZZ] = [0, 0, 0, 0];
  for (let i = 0; i < jump.length; i++) {
    const a = radius[i]!;
    const d = z - height[i]!;
    const sum = r + a;
    const difference = r - a;
    const q2 = sum * sum + d * d;
    const d2 = difference * difference + d * d;
    const m1 = d2 / q2;
    ellipticKE(m1, ke, CLOSE);
    const { K, E } = ke;
    const root = Math.sqrt(q2);
    const c = jump[i]! / TWO_PI_SQUARED;
    // On the cylinder's own radius: just outside.
    const gamma = Math.abs(difference) > 1e-10 * sum ? difference / sum : 1e-10;
    sumZ += (c * K) / root;
    sumR -= (c * d * cel(Math.sqrt(m1), gamma * gamma, 1, gamma, CLOSE_PI)) / (sum * root);
    sumZZ -= (c * d * E) / (root * d2);
    sumRZ -= (c / (2 * r * root)) * (K - (E * (a * a - r * r + d * d)) / d2);
  }
  hr += sumR;
  hz += sumZ;
  hrz += sumRZ;
  hzz += sumZZ;
}
