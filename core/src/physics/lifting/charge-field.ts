import { cel, ellipticKE, loadKernel, reserve, type EllipticKE } from '../../numerics/index.js';
import { CHARGE_FIELD_BINARY } from './charge-field-binary.js';
import type { ChargeEdges, ChargeRings, MagnetCharges } from './charges.js';

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

/** Sums at one point: H_r and H_z, A/m, and their derivatives along z, A/m². */
interface Sums {
  hr: number;
  hz: number;
  hrz: number;
  hzz: number;
}
const noSums = (): Sums => ({ hr: 0, hz: 0, hrz: 0, hzz: 0 });

function finish({ hr, hz, hrz, hzz }: Sums, r: number, out: FieldAndGradient): void {
  const hrr = -hr / r - hzz;
  out.hr = hr;
  out.hz = hz;
  out.gradientR = 2 * (hr * hrr + hz * hrz);
  out.gradientZ = 2 * (hr * hrz + hz * hzz);
}

/**
 * Field strength and ∇|H|² of charge rings at (r, z), r > 0, off the rings themselves.
 * H_z and H_r are the derivatives of the ring potential q K(m)/(2π² √Q); the second derivatives
 * follow in the same elliptic integrals, and ∂H_r/∂r from div H = 0.
 * Source: Durand, Électrostatique I (1964), ring of charge. Checked against differences in the tests.
 */
export function chargeField(rings: ChargeRings, r: number, z: number, out: FieldAndGradient): void {
  const sums = noSums();
  addRings(rings, r, z, sums);
  finish(sums, r, out);
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
  const sums = noSums();
  addRings(rings, r, z, sums);
  addEdges(edges, r, z, sums);
  finish(sums, r, out);
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
  const sums = noSums();
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
    sums.hr = numbers[0]!;
    sums.hz = numbers[1]!;
    sums.hrz = numbers[2]!;
    sums.hzz = numbers[3]!;
    finish(sums, r, out);
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

function addRings(
  { radius, z: height, charge }: ChargeRings,
  r: number,
  z: number,
  sums: Sums,
): void {
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
  sums.hr += sumR;
  sums.hz += sumZ;
  sums.hrz += sumRZ;
  sums.hzz += sumZZ;
}

function addEdges(
  { radius, z: height, jump }: ChargeEdges,
  r: number,
  z: number,
  sums: Sums,
): void {
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
  sums.hr += sumR;
  sums.hz += sumZ;
  sums.hrz += sumRZ;
  sums.hzz += sumZZ;
}
