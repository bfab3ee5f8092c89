import { MU_0 } from '../constants.js';
import { chargeField, type ChargeRings, type FieldAndGradient } from './charge-field.js';

/**
 * Axial force on a small steel ball on the axis, N, negative toward lower z: the gradient of |H|² on
 * an induced dipole, F = μ0 (3/2) V (μ_r − 1)/(μ_r + 2) ∂|H|²/∂z.
 * @param diameter m. @param permeability μ_r ≥ 1. @param z height of the ball's centre, m.
 * The field is averaged over the ball only to first order, and the ball's image in the core is left
 * out: within 20 % from a quarter of the pole's radius outward.
 * Source: sphere in a uniform field (any textbook).
 */
export function ballPull(
  rings: ChargeRings,
  diameter: number,
  permeability: number,
  z: number,
): number {
  const out: FieldAndGradient = { hr: 0, hz: 0, gradientR: 0, gradientZ: 0 };
  // On the axis itself the ring formulas divide by r.
  chargeField(rings, 1e-6, z, out);
  const volume = (Math.PI * diameter ** 3) / 6;
  const factor = (3 * (permeability - 1)) / (permeability + 2);
  return ((MU_0 * volume * factor) / 2) * out.gradientZ;
}
