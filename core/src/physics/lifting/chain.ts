import { MU_0, STANDARD_GRAVITY } from '../constants.js';
import type { ChargeRings } from './charges.js';

/** One object of a chain. kg, m. */
export interface ChainLink {
  readonly mass: number;
  readonly length: number;
  readonly thickness: number;
}

/** The longest chain that holds, with the share of its strength that the weakest contact needs. */
export interface Chain {
  readonly count: number;
  /** Pull of each contact from the top, N. */
  readonly pulls: readonly number[];
}

/** Effective air gap where two round wires touch, m. Typical, from memory, ×/÷ 2. */
const CONTACT_GAP_M = 1e-4;
/** Flux density at which the steel of a small object is full, T. Common practice, no source. */
const FULL_T = 1.6;
const MOST = 30;

/**
 * Longest chain of objects hanging one from the other, the top one from the face.
 *
 * The chain is a line of steel in the magnet's own potential φ_e on the axis: flux Φ runs down it,
 * leaks to its surroundings by 2π μ0/ln(2ℓ/r) per length, and loses Φ δ/(μ0 d²) at every contact of
 * gap δ and area d². A contact pulls Φ²/(2 μ0 d²) and must hold all that hangs below it.
 * Good to a factor of two in the pull, about one object in the count.
 * Source: leakage of a long cylinder (any textbook); contact gap from memory.
 * @param rings charges of core and winding. @param face height of the lifting face, m.
 */
export function longestChain(rings: ChargeRings, face: number, link: ChainLink): Chain {
  let best: Chain = { count: 0, pulls: [] };
  for (let count = 1; count <= MOST; count++) {
    const pulls = contactPulls(rings, face, link, count);
    const holds = pulls.every((pull, j) => pull >= (count - j) * link.mass * STANDARD_GRAVITY);
    if (!holds) break;
    best = { count, pulls };
  }
  return best;
}

/** Pulls of the contacts of a chain of so many links, top first, N. */
function contactPulls(
  rings: ChargeRings,
  face: number,
  { length, thickness }: ChainLink,
  count: number,
): number[] {
  const area = thickness * thickness;
  const joint = CONTACT_GAP_M / (MU_0 * area);
  const whole = count * length;
  const leak = (2 * Math.PI * MU_0 * length) / Math.log((4 * whole) / thickness);
  // Potentials u_k of the links: (u_{k−1} − u_k)/R = Σ leaks below; the tip's own is known.
  const outside = (z: number): number => axialPotential(rings, face + z);
  const own = outside(0);
  const external = Array.from({ length: count }, (_, k) => outside((k + 0.5) * length));
  // Tridiagonal: −u_{k−1}/R + (1/R + 1/R + G) u_k − u_{k+1}/R = G φ_k, nothing beyond the last.
  const diagonal = external.map((_, k) => (k === count - 1 ? 1 : 2) / joint + leak);
  const right = external.map((phi, k) => leak * phi + (k === 0 ? own / joint : 0));
  for (let k = 1; k < count; k++) {
    const factor = 1 / joint / diagonal[k - 1]!;
    diagonal[k]! -= factor / joint;
    right[k]! += factor * right[k - 1]!;
  }
  const u = new Array<number>(count);
  for (let k = count - 1; k >= 0; k--) {
    u[k] = (right[k]! + (k < count - 1 ? u[k + 1]! / joint : 0)) / diagonal[k]!;
  }
  return u.map((potential, k) => {
    const flux = Math.min(Math.abs((k === 0 ? own : u[k - 1]!) - potential) / joint, FULL_T * area);
    return (flux * flux) / (2 * MU_0 * area);
  });
}

/** Magnetic scalar potential on the axis, A. */
function axialPotential(rings: ChargeRings, z: number): number {
  let sum = 0;
  for (let i = 0; i < rings.charge.length; i++) {
    sum += rings.charge[i]! / (4 * Math.PI * Math.hypot(rings.radius[i]!, z - rings.z[i]!));
  }
  return sum;
}
