import { ellipticKE, type EllipticKE } from '../numerics/index.js';
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
 * The rings whose field is that of core and winding everywhere outside both.
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
  const radius: number[] = [];
  const z: number[] = [];
  const charge: number[] = [];
  const put = (r: number, height: number, q: number): void => {
    radius.push(r);
    z.push(height);
    charge.push(q);
  };
  const { core, faceCharge } = state.prepared;
  const patches =
    faceRings === undefined ? state.prepared.patches : chargePatches(core, faceCharge, faceRings);
  const charges = boundaryCharges(state);
  let pending = { q: 0, moment: 0, size: 0, members: 0, radius: 0 };
  const flush = (): void => {
    if (pending.members > 0) put(pending.radius, pending.moment / pending.size, pending.q);
    pending = { q: 0, moment: 0, size: 0, members: 0, radius: 0 };
  };
  patches.forEach((patch, b) => {
    const height = (patch.from + patch.to) / 2;
    const distance = Math.abs(height - tip);
    if (patch.rings.length > 1) {
      flush();
      const detailed = distance < 6 * patch.rings[patch.rings.length - 1]!.radius;
      if (detailed)
        patch.rings.forEach((ring) => put(ring.radius, height, charges[b]! * ring.share));
      else put(patch.rings[patch.rings.length >> 1]!.radius, height, charges[b]!);
      return;
    }
    const side = patch.rings[0]!.radius;
    const group = distance > 8 * side ? 4 : distance > 3 * side ? 2 : 1;
    const size = Math.abs(charges[b]!) + 1e-300;
    pending = {
      q: pending.q + charges[b]!,
      moment: pending.moment + size * height,
      size: pending.size + size,
      members: pending.members + 1,
      radius: side,
    };
    if (pending.members >= group) flush();
  });
  flush();
  for (const sheet of sheets) {
    const pole = ((sheet.ampereTurns / (sheet.to - sheet.from)) * Math.PI * sheet.radius ** 2) / 2;
    // Two equal-charge rings stand for each disc: the Gauss points of the radius squared.
    for (const x of [0.21132486540518713, 0.7886751345948129]) {
      put(sheet.radius * Math.sqrt(x), sheet.from, -pole);
      put(sheet.radius * Math.sqrt(x), sheet.to, pole);
    }
  }
  return {
    radius: Float64Array.from(radius),
    z: Float64Array.from(z),
    charge: Float64Array.from(charge),
  };
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

/**
 * Field strength and ∇|H|² of charge rings at (r, z), r > 0, off the rings themselves.
 * H_z and H_r are the derivatives of the ring potential q K(m)/(2π² √Q); the second derivatives
 * follow in the same elliptic integrals, and ∂H_r/∂r from div H = 0.
 * Source: Durand, Électrostatique I (1964), ring of charge. Checked against differences in the tests.
 */
export function chargeField(rings: ChargeRings, r: number, z: number, out: FieldAndGradient): void {
  let hr = 0;
  let hz = 0;
  let hzz = 0;
  let hzr = 0;
  for (let i = 0; i < rings.charge.length; i++) {
    const a = rings.radius[i]!;
    const d = z - rings.z[i]!;
    const sum = r + a;
    const difference = r - a;
    const q2 = sum * sum + d * d;
    const d2 = difference * difference + d * d;
    ellipticKE(d2 / q2, ke);
    const { K, E } = ke;
    const root = Math.sqrt(q2);
    const c = rings.charge[i]! / (2 * Math.PI * Math.PI);
    const g = E / (root * d2);
    const halfDrop = (E - K) / 2;
    // Derivatives of G = E/(√Q D): dE = (E − K)/2 · dm/m, dm/m = d(4ar)/(4ar) − dQ/Q.
    const gz = (halfDrop * ((-2 * d) / q2)) / (root * d2) - (g * d) / q2 - (2 * g * d) / d2;
    const gr =
      (halfDrop * (1 / r - (2 * sum) / q2)) / (root * d2) -
      (g * sum) / q2 -
      (2 * g * difference) / d2;
    hz += c * d * g;
    hr += (c / (2 * r * root)) * (K - (E * (a * a - r * r + d * d)) / d2);
    hzz += c * (g + d * gz);
    hzr += c * d * gr;
  }
  const hrr = -hr / r - hzz;
  out.hr = hr;
  out.hz = hz;
  out.gradientR = 2 * (hr * hrr + hz * hzr);
  out.gradientZ = 2 * (hr * hzr + hz * hzz);
}
