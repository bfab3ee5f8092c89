import { bandOf, EXPERIMENTS } from '../registry/index.js';
import {
  evaluateRollingCell,
  rollingCellCautions,
  TRACK_STATES,
  type RollingCell,
} from '../rolling-cell/index.js';
import { finite } from './finite.js';

/**
 * Everything computed of a rolling cell, with the unit in every name.
 * @throws CoreError when it is impossible.
 */
export function rollingCellReport(design: RollingCell, name: string) {
  const evaluation = evaluateRollingCell(design);
  const { coil, run, state } = evaluation;
  const forecast = EXPERIMENTS['rolling-cell'].evaluate(design).forecast('track-time');
  const band = forecast && bandOf('track-time', forecast);
  return {
    format: 'nab-track-evaluation',
    version: 1,
    name,
    tier: 1,
    state,
    says: TRACK_STATES[state],
    wire_length_m: coil.wireLength,
    turns: evaluation.turns,
    live_turns: evaluation.liveTurns,
    live_length_m: evaluation.liveLength,
    pitch_m: evaluation.pitch,
    live_resistance_ohm: coil.coilResistance,
    contact_resistance_ohm: coil.leadResistance,
    current_A: coil.circuit.current,
    flux_density_T: evaluation.fluxDensity,
    rim_current_A: evaluation.rimCurrent,
    force_leading_N: evaluation.forceLeading,
    force_following_N: evaluation.forceFollowing,
    force_per_ampere_N_per_A: evaluation.forcePerAmpere,
    held_N: evaluation.held,
    mass_kg: evaluation.mass,
    narrowest_ring_m: evaluation.narrowestRing,
    run: run && {
      distance_m: run.distance,
      time_s: run.time,
      time_band: band && { low_s: band.low, high_s: band.high, coverage: band.coverage },
      end_speed_m_per_s: run.speed,
      limit_speed_m_per_s: finite(run.motion.limitSpeed),
      time_constant_s: finite(run.motion.timeConstant),
      mean_current_A: run.meanCurrent,
      runs_until_warm: finite(run.runsUntilWarm),
      runs_of_charge: run.runsOfCharge,
      laps: run.laps && {
        time_s: run.laps.time,
        until_warm: finite(run.laps.untilWarm),
        of_charge: run.laps.ofCharge,
      },
    },
    cautions: rollingCellCautions(design, evaluation),
  };
}
