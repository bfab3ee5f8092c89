import {
  MU_0,
  growHeap,
  magnetCharges,
  findMaterial,
  type CoreState,
} from '../../physics/index.js';
import type { MagnetDesign } from './design.js';
import { faceHeight, tipShape } from './core-shape.js';
import { liftedMassOf, pileMaterial } from './lifted-mass.js';
import type { Evaluation } from './evaluate.js';

/** What the core keeps after switching off. */
export interface Residual {
  /** Section-mean flux density left in the middle of the core, T. */
  readonly fluxDensity: number;
  readonly heldMass: number;
  readonly heldCount: number;
  /** What still hangs after a knock against the table. */
  readonly afterKnock: number;
}

/** Share of the residual magnetisation that outlives a knock. Typical, from memory, 0.4–0.8. */
const LEFT_BY_KNOCK = 0.6;

/**
 * Residual magnetism after the current was on: M_r = min(B_r/μ0, H_c/N), never more than the current
 * had magnetised, with N the core's own demagnetising factor, taken from the state it had. The
 * magnetisation keeps its shape along the core. What hangs on then is the heap of its charges alone.
 * Good to a factor of two or three, like H_c itself; a knock shakes part of it off.
 * Source: none beyond the definition of N; a plain estimate.
 */
export function residualAfter(design: MagnetDesign, evaluation: Evaluation): Residual {
  const { coercivity_A_per_m: coercivity, remanence_T: remanence } = findMaterial(
    design.core.material,
  );
  const { core } = evaluation;
  const peak = core.magnetisation.reduce((most, m) => Math.max(most, Math.abs(m)), 0);
  if (coercivity === 0 || design.core.shape === 'none' || peak === 0) {
    return { fluxDensity: 0, heldMass: 0, heldCount: 0, afterKnock: 0 };
  }
  const left = Math.min(remanence / MU_0, coercivity / demagnetisingFactor(core), peak);
  const held = (share: number): number => {
    const state: CoreState = {
      ...core,
      magnetisation: core.magnetisation.map((m) => (m * left * share) / peak),
    };
    const charges = magnetCharges(state, [], faceHeight(design.core));
    const shape = tipShape(design, evaluation.winding.outerRadius, MU_0 * left);
    return (
      liftedMassOf(design, growHeap(charges, shape, pileMaterial(design))) * (design.pair ? 2 : 1)
    );
  };
  const heldMass = held(1);
  return {
    fluxDensity: MU_0 * left,
    heldMass,
    heldCount: heldMass / design.objectMass,
    afterKnock: held(LEFT_BY_KNOCK) / design.objectMass,
  };
}

/**
 * N of the whole core: its demagnetising field H_applied − H weighted with the magnetisation it acts
 * on, Σ (H_applied − H) M V / Σ M² V.
 */
function demagnetisingFactor(state: CoreState): number {
  const { prepared, fluxDensity, magnetisation, appliedField } = state;
  const { boundaries, area, count } = prepared.core;
  let work = 0;
  let square = 0;
  for (let i = 0; i < count; i++) {
    const m = magnetisation[i]!;
    const volume = area[i]! * (boundaries[i + 1]! - boundaries[i]!);
    work += (appliedField[i]! - (fluxDensity[i]! / MU_0 - m)) * m * volume;
    square += m * m * volume;
  }
  return Math.max(1e-6, work / square);
}
