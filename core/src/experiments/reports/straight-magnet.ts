import { predictiveBand } from '../../statistics/index.js';
import { maxAmpereTurns, polesOf, trialOnTime } from '../../physics/index.js';
import {
  bestChanges,
  cautionsFor,
  chainAt,
  countBelief,
  evaluateMagnet,
  findLimit,
  loadCurve,
  loadHeld,
  turnOffOf,
  residualAfter,
  type MagnetDesign,
} from '../magnet/index.js';
import { finite } from './finite.js';

/**
 * Everything tier 1 computes of a design, flat where it can be, with the unit in every name.
 * Documented in `docs/formats.md`.
 * @throws CoreError when the design is impossible.
 */
export function straightMagnetReport(magnet: MagnetDesign, name: string) {
  const e = evaluateMagnet(magnet);
  const limit = findLimit(magnet, e);
  const opening = turnOffOf(magnet, e);
  const residual = residualAfter(magnet, e);
  const load = loadHeld(magnet, e);
  const band = predictiveBand(countBelief(magnet), e.liftedCount);
  return {
    format: 'nab-evaluation',
    version: 1,
    name,
    tier: 1,
    turn_width_m: e.wire.width,
    layer_height_m: e.wire.height,
    wire_length_m: e.wireLength,
    coil_wire_length_m: e.winding.coilLength,
    layers: e.winding.layers.length,
    turns_per_layer: e.winding.turnsPerLayer,
    winding_outer_diameter_m: 2 * e.winding.outerRadius,
    emf_V: e.source.emf,
    internal_resistance_ohm: e.source.resistance,
    lead_resistance_ohm: e.leadResistance,
    coil_resistance_ohm: e.coilResistance,
    current_A: e.circuit.current,
    current_limited: e.circuit.limited,
    branch_current_A: e.branchCurrent,
    terminal_voltage_V: e.circuit.terminalVoltage,
    coil_power_W: e.circuit.coilPower,
    lead_power_W: e.circuit.leadPower,
    cell_power_W: e.circuit.cellPower,
    ampere_turns_A: e.ampereTurns,
    ampere_turns_yardstick_A: maxAmpereTurns(e),
    poles: polesOf(magnet.winding.sense, magnet.supply.plusTail),
    inductance_H: opening.inductance,
    rise_time_s: opening.riseTime,
    stored_energy_J: opening.energy,
    switch_off_voltage_V: opening.kick,
    switch_off_time_s: opening.offTime,
    touch_limit_degC: e.touchLimit,
    steady_temperature_degC: finite(e.steadyTemperature),
    heat_limited_on_time_s: finite(e.allowedOnTime),
    allowed_on_time_s: trialOnTime(e),
    peak_core_flux_density_T: e.peakFluxDensity,
    face_flux_density_T: e.faceFluxDensity,
    lifted_mass_kg: e.liftedMass,
    lifted_count: e.liftedCount,
    lifted_count_band: { low: band.low, high: band.high, coverage: band.coverage },
    longest_chain: chainAt(magnet, e).count,
    plate_pull_N: load.force,
    plate_load_kg: load.mass,
    plate_too_thin: load.plateTooThin,
    load_by_gap: loadCurve(magnet, e).map(({ gap, force }) => ({ gap_m: gap, pull_N: force })),
    residual_after_knock_count: residual.afterKnock,
    residual_flux_density_T: residual.fluxDensity,
    residual_held_count: residual.heldCount,
    best_changes: bestChanges(magnet, e).map(({ kind, gain, wire, cells, onTime }) => ({
      change: kind,
      lifted_mass_gain: finite(gain),
      wire_m: wire,
      cells,
      heat_limited_on_time_s: finite(onTime),
    })),
    limit: {
      kind: limit.kind,
      cell_voltage_share: limit.cellShare,
      lead_voltage_share: limit.leadShare,
      coil_voltage_share: limit.coilShare,
      field_elasticity: limit.fieldElasticity,
      change: limit.change,
      lifted_mass_gain: limit.gain,
    },
    cautions: cautionsFor(magnet, e),
    solver: { status: e.core.status, iterations: e.core.iterations, residual: e.core.residual },
  };
}
