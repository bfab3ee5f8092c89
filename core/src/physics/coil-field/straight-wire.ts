import { MU_0 } from '../constants.js';

/**
 * Flux density near a straight wire, tesla: μ0 I/(4π d) (sin α₁ + sin α₂), with the angles to its
 * ends; μ0 I/(2π d) for a long one.
 * @param current A. @param distance d from the wire, m, > 0.
 * @param length m; the point lies opposite its middle. Infinity for a long wire.
 * Source: Biot and Savart's law, any textbook.
 */
export function straightWireField(current: number, distance: number, length = Infinity): number {
  const sine = length === Infinity ? 1 : length / Math.hypot(length, 2 * distance);
  return (MU_0 * current * sine) / (2 * Math.PI * distance);
}

/**
 * Deflection of a compass, rad, from magnetic north when a field crosses the earth's at a right angle:
 * tan θ = B/B_earth (tangent galvanometer).
 * @param field B across the needle, T. @param earth horizontal flux density of the earth, T, > 0.
 */
export function compassDeflection(field: number, earth: number): number {
  return Math.atan2(field, earth);
}

/**
 * Ampere-turns that one loop needs for a flux density at its centre, A: 2 R B/μ0.
 * @param radius m. @param fluxDensity T.
 */
export function loopAmpereTurns(radius: number, fluxDensity: number): number {
  return (2 * radius * fluxDensity) / MU_0;
}

/** Horizontal flux density of the earth in middle latitudes, T. Typical, from memory, 15–30 µT. */
export const EARTH_HORIZONTAL_T = 2e-5;
