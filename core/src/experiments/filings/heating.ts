import { TOUCH_LIMIT_C, CONDUCTORS } from '../../physics/index.js';

/** What a current does to the copper that carries it. */
export interface WireHeating {
  /** W for each metre of wire. */
  readonly perMetre: number;
  /** K a second while no heat gets away. */
  readonly perSecond: number;
  /** Until it is too warm to touch from 20 °C, were no heat to get away, s; it takes longer in the air. */
  readonly time: number;
}

/**
 * @param current A. @param diameter of the conductor, m.
 * Source: Joule; resistivity IEC 60028, heat capacity as in the table of conductors.
 */
export function wireHeating(current: number, diameter: number): WireHeating {
  const { resistivity_ohm_m, density_kg_per_m3, heatCapacity_J_per_kgK } = CONDUCTORS.copper;
  const area = (Math.PI / 4) * diameter ** 2;
  const perMetre = (current ** 2 * resistivity_ohm_m) / area;
  const perSecond = perMetre / (density_kg_per_m3 * heatCapacity_J_per_kgK * area);
  return { perMetre, perSecond, time: perSecond > 0 ? (TOUCH_LIMIT_C - 20) / perSecond : Infinity };
}
