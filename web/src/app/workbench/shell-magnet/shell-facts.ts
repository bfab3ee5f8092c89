import { formatNumber, formatQuantity } from '@nab/core/quantities';
import { saturationFluxDensity, MATERIALS } from '@nab/core/physics';
import type { ShellEvaluation, ShellMagnet } from '@nab/core/experiments';
import { massText, secondsText, wireText } from '@nab/words/terms';
import type { Fact } from '../frame';

const ROTERS = 'Roters, Electromagnetic Devices (1941), chapters 4 and 5';

/** The few numbers that decide, each with its reason. */
export function decidingShellFacts(shell: ShellMagnet, evaluation: ShellEvaluation): Fact[] {
  const { build, load, band, pull, supplyCurrent } = evaluation;
  const { circuit, source, coilResistance, leadResistance } = build;
  const { count } = shell;
  return [
    {
      name: 'Load held',
      value: massText(load),
      note: `likely ${massText(band.low)} to ${massText(band.high)}`,
      formula: 'n F / g, with half and double the contact gap around it',
      inputs: [`F = ${formatQuantity(pull.force, 'force')} each`, `n = ${count}`],
      source: ROTERS,
    },
    {
      name: 'On at most',
      value: secondsText(build.allowedOnTime),
      formula: 'C dT/dt = I² R(T) − h A (T − T_room)',
      inputs: [
        `I = ${formatQuantity(circuit.current, 'current')}`,
        `limit ${formatQuantity(build.touchLimit + 273.15, 'temperature')}`,
      ],
      source: 'Heat balance of winding and core; 11 W/m²K in still air, common practice',
    },
    {
      name: 'Current',
      value: formatQuantity(supplyCurrent, 'current'),
      formula: 'I = n E / (R_coil + R_leads + n r)',
      inputs: [
        `E = ${formatQuantity(source.emf, 'voltage')}`,
        `R_coil = ${formatQuantity(coilResistance, 'resistance')}`,
        `R_leads = ${formatQuantity(leadResistance, 'resistance')}`,
        `n r = ${formatQuantity(source.resistance, 'resistance')}`,
        `n = ${count} in parallel`,
      ],
      source: 'Ohm’s law',
    },
    {
      name: 'Wire to cut, each',
      value: wireText(build.wireLength),
      formula: 'Σ over layers of N √((2πr)² + p²), and two tails',
      inputs: [
        `${shell.winding.turns} turns`,
        `distance of turns p = ${formatQuantity(build.winding.pitch, 'length', 'mm')}`,
      ],
      source: 'Geometry of a helix.',
    },
  ];
}

/** The numbers behind the sentence about a shell magnet, each with its reason. */
export function shellFacts(shell: ShellMagnet, evaluation: ShellEvaluation): Fact[] {
  const { build, pull, opening } = evaluation;
  const { circuit } = build;
  const { steel } = shell;
  const ampere = formatQuantity(circuit.current, 'current');
  const tesla = (b: number): string => formatQuantity(b, 'fluxDensity', 'T');
  const linked = `Φ = ${formatNumber(pull.linkagePerTurn * 1e6, 3)} µWb through a turn on average`;
  return [
    {
      name: 'Ampere-turns, each',
      value: formatQuantity(build.ampereTurns, 'current'),
      formula: 'Θ = N I',
      inputs: [`N = ${shell.winding.turns}`, `I = ${ampere}`],
      source: 'Ampère’s law',
    },
    {
      name: 'In the pole',
      value: tesla(pull.pole),
      note: `at its base; full at about ${formatNumber(saturationFluxDensity(MATERIALS[shell.material].curve), 2)} T`,
      formula: 'Θ = Φ (R_gaps + R_leakage) + ∮ H(Φ/A) ds',
      inputs: [
        `pole ${formatQuantity(2 * steel.poleRadius, 'length', 'mm')} across`,
        `gap ${formatQuantity(shell.seat.gap, 'length', 'mm')}`,
        `Θ = ${formatQuantity(build.ampereTurns, 'current')}`,
      ],
      source: ROTERS,
    },
    {
      name: 'In the wall',
      value: tesla(pull.wall),
      formula: 'B = Φ / π(R² − r²)',
      inputs: [
        `R = ${formatQuantity(steel.wallOuter, 'length', 'mm')}`,
        `r = ${formatQuantity(steel.wallInner, 'length', 'mm')}`,
      ],
      source: ROTERS,
    },
    {
      name: 'In the keeper',
      value: tesla(pull.keeper),
      note: 'over the pole’s edge',
      formula: 'B = Φ / 2π r t',
      inputs: [
        `r = ${formatQuantity(steel.poleRadius, 'length', 'mm')}`,
        `t = ${formatQuantity(steel.keeperThickness, 'length', 'mm')}`,
      ],
      source: ROTERS,
    },
    {
      name: 'Pull, each',
      value: formatQuantity(pull.force, 'force'),
      formula: 'F = ½ U₁² |dP₁/dg| + ½ U₂² |dP₂/dg|',
      inputs: ['U, P: magnetic potential across either gap and its permeance, fringes included'],
      source: ROTERS,
    },
    {
      name: 'Inductance, each',
      value: `${formatNumber(opening.inductance * 1e3, 3)} mH`,
      formula: 'L = N Φ / I',
      inputs: [linked, `I = ${ampere}`],
      source: 'Definition, at the working current',
    },
    {
      name: 'Lets go, with a diode',
      value: milliseconds(opening.offWithDiode),
      note: 'until the pull is a hundredth',
      formula: 'L di/dt = −R i − v(i)',
      inputs: [`L = ${formatNumber(opening.inductance * 1e3, 3)} mH`, `I = ${ampere}`],
      source: 'Static diode law; eddy currents in solid steel make it longer',
    },
    {
      name: 'Lets go, without',
      value: milliseconds(opening.offWithoutDiode),
      note: 'with a spark at the contact',
      formula: 't = 0.9 L I / (U_spark + R I)',
      inputs: [`½ L I² = ${formatNumber(opening.energy * 1e3, 3)} mJ`, 'U_spark = 330 V'],
      source: 'Paschen’s law, from memory; eddy currents make it longer',
    },
  ];
}

function milliseconds(s: number): string {
  return `${formatNumber(s * 1e3, s < 1e-3 ? 2 : 3)} ms`;
}
