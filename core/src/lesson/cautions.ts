import { MU_0 } from '../constants.js';
import {
  girthRadius,
  openingOf,
  TRIAL_ON_TIME_S,
  type Build,
  type Evaluation,
  type MagnetDesign,
} from '../magnet/index.js';
import { fuseFor, isDemonstrationSupply } from '../supply/index.js';

/** What a design makes necessary to say, by code; the words live with the interface. */
export type CautionCode =
  | 'demonstration-only'
  | 'too-hot-for-trial'
  | 'limited-on-time'
  | 'near-short-circuit'
  | 'strip-enamel'
  | 'stiff-wire'
  | 'opening-kick'
  | 'bench-supply'
  | 'hung-load'
  | 'wire-ends'
  | 'cells'
  | 'sharp-core';

export interface Caution {
  readonly code: CautionCode;
  /** 'stop': must not be run like this; 'caution': run with care. */
  readonly severity: 'stop' | 'caution';
  /** For a demonstration: rating of the fuse close to the terminal, A; null when none is made. */
  readonly fuse_A?: number | null;
}

/** Longest single on-time at the bench, however cool the coil. Common practice, no source. */
export const LONGEST_TRIAL_S = 30;

/** On-time that the run screen counts down: the heat's limit, but never beyond the longest trial. */
export function trialOnTime(build: Build): number {
  return Math.min(LONGEST_TRIAL_S, build.allowedOnTime);
}

/** A pull from which a hung load hurts when it drops, N. Common practice, no source. */
const HEAVY_N = 5;

/** The most that the fullest section of the core could pull with in closed contact, B² A/2μ0, N. */
function strongestPull({ core, peakFluxDensity }: Evaluation): number {
  const { area } = core.prepared.core;
  return (peakFluxDensity ** 2 * area[area.length - 1]!) / (2 * MU_0);
}

/** Energy of a coil from which a spark is seen and a small shock felt, J. Common practice, no source. */
const KICK_FELT_J = 2e-3;

/** Cautions that this design triggers, stop before caution. */
export function cautionsFor(design: MagnetDesign, build: Evaluation): Caution[] {
  const cautions: Caution[] = [];
  if (!design.supply.bench && isDemonstrationSupply(design.supply.chemistry)) {
    cautions.push({
      code: 'demonstration-only',
      severity: 'stop',
      fuse_A: fuseFor(build.circuit.current),
    });
  }
  if (build.allowedOnTime < TRIAL_ON_TIME_S) {
    cautions.push({ code: 'too-hot-for-trial', severity: 'stop' });
  } else if (build.allowedOnTime < 10 * 60) {
    cautions.push({ code: 'limited-on-time', severity: 'caution' });
  }
  if (build.circuit.terminalVoltage < build.source.emf / 2) {
    cautions.push({ code: 'near-short-circuit', severity: 'caution' });
  }
  const { wire, core, supply } = design;
  if (wire.form !== 'foil' && wire.insulation.startsWith('enamel')) {
    cautions.push({ code: 'strip-enamel', severity: 'caution' });
  }
  if (build.wire.height > girthRadius(core)) {
    cautions.push({ code: 'stiff-wire', severity: 'caution' });
  }
  if (!design.leads.diode && openingOf(design, build).energy > KICK_FELT_J) {
    cautions.push({ code: 'opening-kick', severity: 'caution' });
  }
  if (strongestPull(build) > HEAVY_N) {
    cautions.push({ code: 'hung-load', severity: 'caution' });
  }
  if (core.shape === 'nail' || core.shape === 'screw') {
    cautions.push({ code: 'sharp-core', severity: 'caution' });
  }
  cautions.push(
    { code: 'wire-ends', severity: 'caution' },
    { code: supply.bench ? 'bench-supply' : 'cells', severity: 'caution' },
  );
  return cautions;
}
