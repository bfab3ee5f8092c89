import { MU_0 } from '../constants.js';
import { gaussLegendre } from '../../numerics/index.js';
import { sheetEndPotential } from './sheet.js';

/** A coaxial current sheet: radius and ends, m, and its ampere-turns; a magnet's rim is one, too. */
export interface CoaxialSheet {
  readonly radius: number;
  readonly from: number;
  readonly to: number;
  readonly ampereTurns: number;
}

/** Flux, Wb, of a sheet through the coaxial disc of a radius at a height; closed form. */
export function sheetFlux(sheet: CoaxialSheet, radius: number, z: number): number {
  const density = sheet.ampereTurns / (sheet.to - sheet.from);
  const end = (zeta: number): number => 2 * radius * sheetEndPotential(sheet.radius, radius, zeta);
  return MU_0 * density * Math.PI * (end(z - sheet.from) - end(z - sheet.to));
}

/**
 * Axial force on the second of two coaxial sheets, N, positive upward: K₂ times the difference of the
 * first one's flux through the second one's ends, since 2πr B_r = −∂Φ/∂z.
 * Relative error below 1e-9 unless the force nearly vanishes. Source: Lorentz force; closed form.
 */
export function sheetForce(first: CoaxialSheet, second: CoaxialSheet): number {
  const density = second.ampereTurns / (second.to - second.from);
  const { radius, from, to } = second;
  return density * (sheetFlux(first, radius, to) - sheetFlux(first, radius, from));
}

/**
 * The current sheet that acts as an axially magnetised disc magnet: K = M = B_r/μ0 round its rim.
 * @param remanence B_r, T.
 */
export function magnetSheet(
  remanence: number,
  radius: number,
  from: number,
  to: number,
): CoaxialSheet {
  return { radius, from, to, ampereTurns: (remanence / MU_0) * (to - from) };
}

/** A coil of even current density as sheets at Gauss points of its thickness. */
export function coilSheets(
  inner: number,
  outer: number,
  from: number,
  to: number,
  ampereTurns: number,
  count = 24,
): CoaxialSheet[] {
  const { nodes, weights } = gaussLegendre(count);
  return Array.from(nodes, (node, k) => ({
    radius: inner + (outer - inner) * node,
    from,
    to,
    ampereTurns: ampereTurns * weights[k]!,
  }));
}
