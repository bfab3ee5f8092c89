import { ellipticKE, type EllipticKE } from '../../numerics/index.js';

const ke: EllipticKE = { K: 0, E: 0 };

/**
 * Magnetic scalar potential, A, of a ring of unit charge (A·m) at another coaxial ring:
 * K(m)/(2π² √Q), Q = (r + a)² + d², m = 4 a r/Q.
 * @param a radius of the charged ring, m. @param r, d radius of the other ring and axial distance.
 * Source: Durand, Électrostatique I (1964), ring of charge.
 */
export function ringPotential(a: number, r: number, d: number): number {
  const q = (r + a) ** 2 + d * d;
  ellipticKE(((r - a) ** 2 + d * d) / q, ke);
  return ke.K / (2 * Math.PI ** 2 * Math.sqrt(q));
}

/**
 * Mean potential on a narrow band of a surface of revolution of its own unit charge:
 * (ln(8 a/w) + 3/2)/(4π² a), from the mean logarithmic distance w e^(−3/2) of a strip to itself.
 * @param a radius of the band, m. @param w its width, m, well below 8a.
 */
export function bandSelfPotential(a: number, w: number): number {
  return (Math.log((8 * a) / w) + 1.5) / (4 * Math.PI ** 2 * a);
}
