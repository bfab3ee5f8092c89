import { EXPERIMENTS } from '../registry/index.js';
import { evaluatePermanent, type PermanentMagnet } from '../permanent/index.js';

/**
 * Everything computed of a permanent magnet and of what equals it, with the unit in every name.
 * @throws CoreError when it is impossible.
 */
export function permanentReport(magnet: PermanentMagnet, name: string) {
  const { coil, nail, ...evaluation } = evaluatePermanent(
    magnet,
    EXPERIMENTS['straight-magnet'].start(),
  );
  return {
    format: 'nab-permanent-evaluation',
    version: 1,
    name,
    tier: 1,
    magnetisation_A_per_m: evaluation.magnetisation,
    moment_A_m2: evaluation.moment,
    face_field_T: evaluation.faceField,
    mass_kg: evaluation.mass,
    pull_N: evaluation.pull,
    clips: evaluation.clips,
    nails_in_chain: evaluation.chain,
    equal_coil: {
      ampere_turns_A: coil.ampereTurns,
      turns: coil.turns,
      layers: coil.layers,
      wire_m: coil.wireLength,
      resistance_ohm: coil.resistance,
      power_W: coil.power,
      on_time_s: coil.onTime,
    },
    equal_nail: nail && {
      ampere_turns_A: nail.ampereTurns,
      current_A: nail.current,
      keeps_clips: nail.keeps,
    },
  };
}
