import type { Conductor } from './conductors.js';

/** Cross-section of a round conductor, m², from its diameter in metres. */
export function conductorArea(diameter: number): number {
  return (Math.PI * diameter * diameter) / 4;
}

/**
 * Resistance per length of a round wire, R' = ρ₂₀ (1 + α₂₀ (T − 20 °C)) / A.
 * @param diameter of the conductor, m, > 0.
 * @param temperature in kelvins; the linear law holds for about 0–120 °C.
 * @returns Ω/m.
 * Source: IEC 60028.
 */
export function resistancePerLength(
  conductor: Conductor,
  diameter: number,
  temperature = 293.15,
): number {
  return resistanceOfLength(conductor, conductorArea(diameter), 1, temperature);
}

/**
 * Resistance of a length of any cross-section, ρ₂₀ (1 + α₂₀ (T − 20 °C)) ℓ / A.
 * @param area m², > 0. @param length m. @param temperature K.
 * @returns Ω.
 */
export function resistanceOfLength(
  conductor: Conductor,
  area: number,
  length: number,
  temperature = 293.15,
): number {
  const factor = 1 + conductor.alpha20_per_K * (temperature - 293.15);
  return (conductor.resistivity_ohm_m * factor * length) / area;
}
