import { TRIAL_ON_TIME_S, MATERIALS, endFaceFluxDensity } from '../../physics/index.js';
import { thickerCore } from './core-shape.js';
import type { MagnetDesign } from './design.js';
import { evaluateMagnet, magnetise, type Evaluation } from './evaluate.js';
import { CoreError } from '../../errors.js';

/** What holds a magnet back most. */
export type LimitKind =
  | 'cancelled'
  | 'wound-against'
  | 'material'
  | 'heat'
  | 'saturation'
  | 'current-limit'
  | 'battery'
  | 'leads'
  | 'wire'
  | 'room';

export interface Limit {
  readonly kind: LimitKind;
  /** Share of the EMF lost inside the cells, in the leads and in the coil's wire; adds up to 1. */
  readonly cellShare: number;
  readonly leadShare: number;
  readonly coilShare: number;
  /** d ln B / d ln NI at the lifting face: 1 far from saturation, falling toward 0. */
  readonly fieldElasticity: number;
  /** Change that would help, by name, and the factor by which the lifted mass would grow. */
  readonly change:
    'wind-rightly' | 'second-pack' | 'thicker-wire' | 'thicker-core' | 'better-leads' | null;
  readonly gain: number;
}

/** Below this elasticity more ampere-turns hardly help: the core is called saturated. */
const SATURATED_BELOW = 0.6;
/** When no single change gains this much, it is the place for turns that is short. */
const WORTH_NAMING = 1.05;

/** One more pack in parallel. */
export function withFurtherPack(design: MagnetDesign): MagnetDesign {
  const { supply } = design;
  return { ...design, supply: { ...supply, parallel: supply.parallel + 1 } };
}

/** The same wire thicker; foil keeps its thickness and is cut wider. */
export function thickened(wire: MagnetDesign['wire'], factor: number): MagnetDesign['wire'] {
  const { foil } = wire;
  return wire.form === 'foil' && foil
    ? { ...wire, foil: { ...foil, width: foil.width * factor } }
    : { ...wire, diameter: wire.diameter * factor };
}

/**
 * Names what limits a magnet, from the model itself: the circuit's shares, the response of the face
 * field to 2 % more ampere-turns, and the lift of the design with each change evaluated in full: a
 * second pack in parallel, leads with half the resistance, wire one and a quarter times as thick.
 */
export function findLimit(design: MagnetDesign, evaluation: Evaluation): Limit {
  const { source, leadResistance, coilResistance } = evaluation;
  const total = source.resistance + leadResistance + coilResistance;
  const shares = {
    cellShare: source.resistance / total,
    leadShare: leadResistance / total,
    coilShare: coilResistance / total,
  };
  if (evaluation.ampereTurns === 0) {
    return { kind: 'cancelled', ...shares, fieldElasticity: 1, change: null, gain: 1 };
  }
  const step = 1.02;
  const more = magnetise(design, evaluation, evaluation.ampereTurns * step);
  const fieldElasticity =
    Math.log(endFaceFluxDensity(more.core, more.sheets) / evaluation.faceFluxDensity) /
    Math.log(step);
  const state = { ...shares, fieldElasticity };
  const gainOf = (changed: MagnetDesign): number => {
    try {
      return evaluateMagnet(changed).liftedMass / evaluation.liftedMass;
    } catch (error) {
      // A change that cannot be wound is no gain.
      if (error instanceof CoreError) return 0;
      throw error;
    }
  };

  if (design.pair && !design.pair.opposed) {
    const rightly = { ...design, pair: { ...design.pair, opposed: true } };
    return { kind: 'wound-against', ...state, change: 'wind-rightly', gain: gainOf(rightly) };
  }
  if (design.core.shape === 'none' || !MATERIALS[design.core.material].magnetic) {
    return { kind: 'material', ...state, change: null, gain: 1 };
  }
  if (evaluation.allowedOnTime < TRIAL_ON_TIME_S) {
    return { kind: 'heat', ...state, change: null, gain: 1 };
  }
  if (fieldElasticity < SATURATED_BELOW) {
    return {
      kind: 'saturation',
      ...state,
      change: 'thicker-core',
      gain: gainOf({ ...design, core: thickerCore(design.core, 1.2) }),
    };
  }
  if (evaluation.circuit.limited) {
    return { kind: 'current-limit', ...state, change: null, gain: 1 };
  }
  const { supply, leads, wire } = design;
  const candidates = [
    {
      kind: 'battery',
      change: 'second-pack',
      gain: supply.bench ? 1 : gainOf(withFurtherPack(design)),
    },
    {
      kind: 'leads',
      change: 'better-leads',
      gain: gainOf({ ...design, leads: { ...leads, resistanceEach: leads.resistanceEach / 2 } }),
    },
    {
      kind: 'wire',
      change: 'thicker-wire',
      gain: gainOf({ ...design, wire: thickened(wire, 1.25) }),
    },
  ] as const;
  const best = candidates.reduce((p, q) => (q.gain > p.gain ? q : p));
  if (best.gain >= WORTH_NAMING) return { ...state, ...best };
  return { kind: 'room', ...state, change: null, gain: best.gain };
}
