import { compassCautions, evaluateCompassSet, type CompassSet } from '../compass/index.js';
import { bandOf, EXPERIMENTS } from '../registry/index.js';
import { finite } from './finite.js';

/**
 * Everything computed for a compass near a current, with the unit in every name.
 * @throws CoreError when it is impossible.
 */
export function compassReport(set: CompassSet, name: string) {
  const evaluation = evaluateCompassSet(set);
  const { coil, deflection, fluxDensity, toward } = evaluation;
  const band = bandOf('needle-angle', EXPERIMENTS.compass.evaluate(set).forecast('needle-angle')!);
  const degrees = (angle: number): number => (angle * 180) / Math.PI;
  return {
    format: 'nab-compass-evaluation',
    version: 1,
    name,
    tier: 1,
    turns: set.winding.turns,
    wire_length_m: coil.wireLength,
    coil_resistance_ohm: coil.coilResistance,
    current_A: coil.circuit.current,
    ampere_turns_A: coil.ampereTurns,
    allowed_on_time_s: finite(coil.allowedOnTime),
    flux_density_T: fluxDensity,
    earth_flux_density_T: set.earth,
    needle_angle_deg: degrees(deflection),
    needle_angle_band: {
      low_deg: degrees(band.low),
      high_deg: degrees(band.high),
      coverage: band.coverage,
    },
    needle_toward: toward,
    cautions: compassCautions(set, evaluation),
  };
}
