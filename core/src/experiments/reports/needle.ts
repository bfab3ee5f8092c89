import { evaluateNeedle, type Needle } from '../needle/index.js';
import { finite } from './finite.js';

/**
 * Everything computed of a stroked needle, with the unit in every name.
 * @throws CoreError when it is impossible.
 */
export function needleReport(needle: Needle, name: string) {
  const evaluation = evaluateNeedle(needle);
  const { swing, swings } = evaluation;
  return {
    format: 'nab-needle-evaluation',
    version: 1,
    name,
    tier: 1,
    moment_A_m2: evaluation.moment,
    moment_spread_factor: evaluation.spread,
    north_end: evaluation.northEnd,
    mass_kg: evaluation.mass,
    float_depth_m: evaluation.depth,
    inertia_kg_m2: evaluation.inertia,
    inertia_with_water_kg_m2: evaluation.inertiaWithWater,
    torque_N_m: evaluation.torque,
    earth_horizontal_T: needle.earth,
    swing: swing && {
      period_s: swing.period,
      decay_per_s: swing.decay,
      settling_s: finite(swing.settling),
    },
    swing_range: swings && {
      period_s: swings.map(({ period }) => period).sort((a, b) => a - b),
      settling_s: swings
        .map(({ settling }) => finite(settling))
        .sort((a, b) => (a ?? 0) - (b ?? 0)),
    },
  };
}
