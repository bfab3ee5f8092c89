import {
  evaluateSpinner,
  SPINNER_STATES,
  spinnerCautions,
  type Spinner,
} from '../spinner/index.js';
import { finite } from './finite.js';

/**
 * Everything computed of a spinner, with the unit in every name.
 * @throws CoreError when it is impossible.
 */
export function spinnerReport(design: Spinner, name: string) {
  const evaluation = evaluateSpinner(design);
  const { coil, motion, state } = evaluation;
  const perSecond = (speed: number): number => speed / (2 * Math.PI);
  return {
    format: 'nab-spinner-evaluation',
    version: 1,
    name,
    tier: 1,
    state,
    says: SPINNER_STATES[state],
    wire_length_m: coil.wireLength,
    wire_resistance_ohm: coil.coilResistance,
    contact_resistance_ohm: coil.leadResistance,
    current_A: coil.circuit.current,
    flux_Wb: evaluation.flux,
    torque_N_m: evaluation.torque,
    rubbing_torque_N_m: evaluation.rubs,
    inertia_kg_m2: evaluation.inertia,
    direction: evaluation.turns,
    spin: motion && {
      limit_per_s: finite(perSecond(motion.limitSpeed)),
      time_constant_s: finite(motion.timeConstant),
      after_one_second_per_s: perSecond(motion.speedAt(1)),
    },
    on_time_s: finite(evaluation.onTime),
    cautions: spinnerCautions(design, evaluation),
  };
}
