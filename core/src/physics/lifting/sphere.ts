import { MU_0 } from '../constants.js';
import { solveInPlace } from '../../numerics/index.js';
import type { ChargeRings } from './charges.js';

/** Orders of the ball's multipoles: from a gap of a tenth of its radius on, more change nothing. */
const ORDERS = 16;

/**
 * Axial force on a small steel ball on the axis, N, negative toward lower z.
 *
 * The core's field is expanded round the ball's centre, every order induces its multipole in the ball,
 * and these have their mirror image in the face, which is flat and very permeable as seen from so near:
 * b_l = −α_l (a_l + Σ_k C_lk b_k), α_l = R^(2l+1) l (μ − 1)/(l (μ + 1) + 1), and
 * F = −4π μ0 Σ (l + 1) b_l (a_{l+1} + Σ_k C_{l+1,k} b_k).
 * @param diameter m. @param permeability μ_r ≥ 1. @param z height of the ball's centre, m.
 * @param face height of the lifting face, m, below the ball.
 * Source: multipoles of a sphere and mirror images, any textbook (Jackson, Classical Electrodynamics,
 * §3.3, §4.4); the force from the stress of both expansions. Accuracy: `docs/accuracy.md`.
 */
export function ballPull(
  rings: ChargeRings,
  diameter: number,
  permeability: number,
  z: number,
  face: number,
): number {
  const radius = diameter / 2;
  const outer = Array.from(
    { length: ORDERS + 1 },
    (_, k) => axialCoefficient(rings, z, k + 1) * radius ** k,
  );
  // Lengths in radii of the ball from here on; a_l in A/m, b_l likewise.
  const apart = (2 * (z - face)) / radius;
  const image = (l: number, k: number): number =>
    (-((-1) ** (k + l)) * choose(k + l, l)) / apart ** (k + l + 1);
  const polarised = (l: number): number => (l * (permeability - 1)) / (l * (permeability + 1) + 1);
  const matrix = new Float64Array(ORDERS * ORDERS);
  const b = new Float64Array(ORDERS);
  for (let l = 1; l <= ORDERS; l++) {
    for (let k = 1; k <= ORDERS; k++) {
      matrix[(l - 1) * ORDERS + k - 1] = (l === k ? 1 : 0) + polarised(l) * image(l, k);
    }
    b[l - 1] = -polarised(l) * outer[l - 1]!;
  }
  solveInPlace(matrix, b);
  let sum = 0;
  for (let l = 1; l <= ORDERS; l++) {
    let next = outer[l]!;
    for (let k = 1; k <= ORDERS; k++) next += image(l + 1, k) * b[k - 1]!;
    sum += (l + 1) * b[l - 1]! * next;
  }
  return -4 * Math.PI * MU_0 * radius * radius * sum;
}

/** a_l of the rings' potential Σ a_l r^l P_l round a place on the axis, A/m^l. */
function axialCoefficient({ radius, z, charge }: ChargeRings, height: number, l: number): number {
  let sum = 0;
  for (let i = 0; i < charge.length; i++) {
    const d = z[i]! - height;
    const distance = Math.hypot(radius[i]!, d);
    sum += (charge[i]! * legendre(l, d / distance)) / (4 * Math.PI * distance ** (l + 1));
  }
  return sum;
}

function legendre(l: number, x: number): number {
  let [before, now] = [1, x];
  for (let k = 1; k < l; k++) {
    [before, now] = [now, ((2 * k + 1) * x * now - k * before) / (k + 1)];
  }
  return now;
}

function choose(n: number, k: number): number {
  let value = 1;
  for (let i = 1; i <= k; i++) value = (value * (n - k + i)) / i;
  return value;
}
