import {
  inductiveSpikeWithDiode,
  inductiveSpikeWithoutDiode,
  SPARK_V,
  storedEnergy,
  type OpenedCoil,
  sheetInductance,
  coreLinkagePerTurn,
} from '../../physics/index.js';
import type { MagnetDesign } from './design.js';
import type { Evaluation } from './evaluate.js';

/** What switching off does. SI. */
export interface TurnOff {
  /** Flux linkage over current at the working point, H. */
  readonly inductance: number;
  /** Time in which the current rises to 63 % when switched on, s. */
  readonly riseTime: number;
  /** ½ L I², J. */
  readonly energy: number;
  /** Voltage across the coil, V: with a diode its own, without one what stray capacitance and spark allow. */
  readonly kick: number;
  /** Time until the current has fallen to 1 %, s; without a diode the time of the kick. */
  readonly offTime: number;
}

/**
 * Inductance, stored energy and kick of a magnet that is switched off. The winding's own inductance
 * is that of a sheet at its mean radius, the core's its flux linkage at the working current.
 * Accuracy: inductance 5 % (without the eddy currents of a solid core, which slow and soften it);
 * a kick without a diode within ×/÷ 3, as the stray capacitance is a guess.
 */
export function turnOffOf(design: MagnetDesign, evaluation: Evaluation): TurnOff {
  const { winding, branchCurrent, circuit, ampereTurns, core, coilResistance } = evaluation;
  const turns = circuit.current > 0 ? ampereTurns / circuit.current : 0;
  if (turns === 0 || branchCurrent === 0) {
    return { inductance: 0, riseTime: 0, energy: 0, kick: 0, offTime: 0 };
  }
  const first = winding.layers[0]!;
  const last = winding.layers[winding.layers.length - 1]!;
  const air = sheetInductance(
    (first.radius + last.radius) / 2,
    design.winding.end - design.winding.start,
    turns,
  );
  const linked = (turns * turns * coreLinkagePerTurn(core, ampereTurns)) / ampereTurns;
  // Two cores on one wire link twice as much.
  const inductance = (design.pair ? 2 : 1) * (air + linked);
  const coil: OpenedCoil = {
    inductance,
    resistance: coilResistance,
    current: circuit.current,
  };
  const around = coilResistance + evaluation.leadResistance + evaluation.source.resistance;
  const common = { inductance, riseTime: inductance / around, energy: storedEnergy(coil) };
  if (design.leads.diode) {
    const { voltage, times } = inductiveSpikeWithDiode(coil, [0.01]);
    return { ...common, kick: voltage, offTime: times[0]! };
  }
  const { voltage, time } = inductiveSpikeWithoutDiode(coil);
  return { ...common, kick: Math.min(voltage, SPARK_V), offTime: time };
}
