import { CONTACT_GAPS } from '../magnet/index.js';
import {
  cellsAgainstLoad,
  evaluateShell,
  shellLoadCurve,
  type ShellMagnet,
} from '../shell-magnet/index.js';
import { finite } from './finite.js';

/**
 * Everything tier 1 computes of a shell magnet, with the unit in every name.
 * @throws CoreError when it is impossible.
 */
export function shellMagnetReport(shell: ShellMagnet, name: string) {
  const { build, pull, load, band, supplyCurrent, opening } = evaluateShell(shell);
  return {
    format: 'nab-shell-evaluation',
    version: 1,
    name,
    tier: 1,
    turns: shell.winding.turns,
    layers: build.winding.layers.length,
    winding_outer_diameter_m: 2 * build.winding.outerRadius,
    wire_length_m: build.wireLength,
    coil_resistance_ohm: build.coilResistance,
    current_A: build.circuit.current,
    supply_current_A: supplyCurrent,
    ampere_turns_A: build.ampereTurns,
    allowed_on_time_s: finite(build.allowedOnTime),
    pull_N: pull.force,
    pole_flux_density_T: pull.pole,
    wall_flux_density_T: pull.wall,
    keeper_flux_density_T: pull.keeper,
    load_kg: load,
    load_low_kg: band.low,
    load_high_kg: band.high,
    inductance_H: opening.inductance,
    stored_energy_J: opening.energy,
    off_time_with_diode_s: opening.offWithDiode,
    off_time_without_diode_s: opening.offWithoutDiode,
    load_against_gap: shellLoadCurve(
      shell,
      CONTACT_GAPS.map(({ gap }) => gap),
    ).map((point) => ({ gap_m: point.gap, load_kg: point.load })),
    cells_taken_away: cellsAgainstLoad(shell, shell.supply.series).map((step) => ({
      cells: step.cells,
      load_kg: step.load,
      load_low_kg: step.low,
      load_high_kg: step.high,
      current_A: step.current,
    })),
  };
}
