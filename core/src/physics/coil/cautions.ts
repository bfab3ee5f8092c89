import { fuseFor, isDemonstrationSupply } from '../supply/index.js';
import type { Coil } from './coil.js';
import type { WoundCoil } from './wind-coil.js';

/** What an experiment makes necessary to say, by code; the words live with the interface. */
export type CautionCode =
  | 'demonstration-only'
  | 'too-hot-for-trial'
  | 'limited-on-time'
  | 'near-short-circuit'
  | 'cells-warm'
  | 'strip-enamel'
  | 'stiff-wire'
  | 'opening-kick'
  | 'bench-supply'
  | 'hung-load'
  | 'wire-ends'
  | 'cells'
  | 'sharp-core'
  | 'strong-magnets'
  | 'off-the-track'
  | 'spinning-wire'
  | 'sharp-needle'
  | 'iron-filings';

export interface Caution {
  readonly code: CautionCode;
  /** 'stop': must not be run like this; 'caution': run with care. */
  readonly severity: 'stop' | 'caution';
  /** For a demonstration: rating of the fuse close to the terminal, A; null when none is made. */
  readonly fuse_A?: number | null;
  /** For warm cells: the heat in each with a second pack in parallel, as a share of what it is now. */
  readonly withSecondPack?: number;
}

/** Shortest on-time a trial needs: switch on, lift, move aside. Common practice, no source. */
export const TRIAL_ON_TIME_S = 5;
/** Longest single on-time at the bench, however cool the coil. Common practice, no source. */
export const LONGEST_TRIAL_S = 30;
/** A coil that takes longer than this to warm needs no clock, s. Common practice, no source. */
const UNHURRIED_S = 10 * 60;
/** Energy of a coil from which a spark is seen and a small shock felt, J. Common practice, no source. */
const KICK_FELT_J = 2e-3;

/** On-time that the run screen counts down: the heat's limit, but never beyond the longest trial. */
export function trialOnTime(coil: WoundCoil): number {
  return Math.min(LONGEST_TRIAL_S, coil.allowedOnTime);
}

/** Whether more than half of the EMF is lost inside the source: the coil is nearly a short circuit. */
export function nearShortCircuit({ circuit, source }: WoundCoil): boolean {
  return circuit.terminalVoltage < source.emf / 2;
}

/**
 * Heat in each cell with a second pack in parallel, over that with one: I² r with half of a current
 * that grows as the source's resistance halves. A quarter where the coil sets the current, all of it
 * where the cells do.
 */
function heatWithSecondPack({ source, circuit }: WoundCoil): number {
  const whole = source.emf / circuit.current;
  return (whole / (whole - source.resistance / 2) / 2) ** 2;
}

/**
 * Cautions that a coil and its supply bring, whatever it is wound on; stop before caution.
 * @param storedEnergy in the field at the working current, J.
 * @param bendRadius of the tightest turn, m; Infinity when nothing is bent.
 */
export function coilCautions(
  coil: Coil,
  wound: WoundCoil,
  { storedEnergy, bendRadius }: { storedEnergy: number; bendRadius: number },
): Caution[] {
  const { supply, wire, leads } = coil;
  const cautions: Caution[] = [];
  if (!supply.bench && isDemonstrationSupply(supply.chemistry)) {
    const current = wound.circuit.current / (supply.share ?? 1);
    cautions.push({ code: 'demonstration-only', severity: 'stop', fuse_A: fuseFor(current) });
  }
  if (wound.allowedOnTime < TRIAL_ON_TIME_S) {
    cautions.push({ code: 'too-hot-for-trial', severity: 'stop' });
  } else if (wound.allowedOnTime < UNHURRIED_S) {
    cautions.push({ code: 'limited-on-time', severity: 'caution' });
  }
  // A bench supply lowers its own voltage and keeps cool.
  if (!supply.bench && nearShortCircuit(wound))
    cautions.push({ code: 'near-short-circuit', severity: 'caution' });
  // It is the cells, not the winding, that end the trial.
  if (wound.cells && wound.cells.onTime < UNHURRIED_S && wound.cells.onTime <= wound.allowedOnTime)
    cautions.push({
      code: 'cells-warm',
      severity: 'caution',
      withSecondPack: heatWithSecondPack(wound),
    });
  if (wire.form !== 'foil' && wire.insulation.startsWith('enamel')) {
    cautions.push({ code: 'strip-enamel', severity: 'caution' });
  }
  if (wound.wire.height > bendRadius) cautions.push({ code: 'stiff-wire', severity: 'caution' });
  if (!leads.diode && storedEnergy > KICK_FELT_J) {
    cautions.push({ code: 'opening-kick', severity: 'caution' });
  }
  return cautions;
}

/** Those that every coil brings, however harmless; they come last. */
export function everyCoilsCautions({ supply }: Coil): Caution[] {
  return [
    { code: 'wire-ends', severity: 'caution' },
    { code: supply.bench ? 'bench-supply' : 'cells', severity: 'caution' },
  ];
}
