import type { Source } from '../supply/index.js';

/** State of one battery, its leads and one coil in series. SI units. */
export interface CircuitState {
  readonly current: number;
  /** Whether a bench supply holds the current at its limit. */
  readonly limited: boolean;
  readonly terminalVoltage: number;
  readonly coilVoltage: number;
  /** Power turned into heat in each part, W. */
  readonly coilPower: number;
  readonly leadPower: number;
  readonly cellPower: number;
}

/**
 * Ohm's law for source, leads and coil in series: I = E / (r + R_leads + R_coil), or the source's
 * current limit where that is less.
 * @param leadResistance Ω, ≥ 0; clips and switch included.
 * @param coilResistance Ω at the wire's own temperature, > 0.
 */
export function solveCircuit(
  source: Source,
  leadResistance: number,
  coilResistance: number,
): CircuitState {
  const load = leadResistance + coilResistance;
  const unlimited = source.emf / (source.resistance + load);
  const limited = unlimited > (source.currentLimit ?? Infinity);
  const current = limited ? source.currentLimit! : unlimited;
  return {
    current,
    limited,
    terminalVoltage: limited ? current * load : source.emf - current * source.resistance,
    coilVoltage: current * coilResistance,
    coilPower: current * current * coilResistance,
    leadPower: current * current * leadResistance,
    cellPower: current * current * source.resistance,
  };
}

/**
 * Current after switching a source on to a coil at t = 0: I = E/R_total (1 − e^(−t R_total / L)).
 * @param totalResistance Ω, > 0, everything in the loop.
 * @param inductance H, > 0, taken as constant.
 * @param time s, ≥ 0.
 */
export function currentRise(
  emf: number,
  totalResistance: number,
  inductance: number,
  time: number,
): number {
  return (-emf / totalResistance) * Math.expm1((-time * totalResistance) / inductance);
}
