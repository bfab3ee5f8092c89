import { MU_0 } from '../constants.js';
import { exteriorCharges, growHeap } from '../lifting/index.js';
import { findMaterial } from '../steel/index.js';
import type { CoreState } from '../straight-core/index.js';
import type { MagnetDesign } from './design.js';
import { faceHeight, tipShape } from './core-shape.js';
import type { Evaluation } from './evaluate.js';

/** What the core keeps after switching off. */
export interface Residual {
  /** Section-mean flux density left in the middle of the core, T. */
  readonly fluxDensity: number;
  readonly heldMass: number;
  readonly heldCount: number;
}

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
  if (coercivity === 0 || design.core.shape === 'none' || peak === 0) return { fluxDensity: 0, heldMass: 0, heldCount: 0 };
  const left = Math.min(remanence / MU_0, coercivity / demagnetisingFactor(core), peak);
  const state: CoreState = {
    ...core,
    magnetisation: core.magnetisation.map((m) => (m * left) / peak),
  };
  const heap = growHeap(
    exteriorCharges(state, [], faceHeight(design.core)),
    tipShape(design, evaluation.winding.outerRadius),
  );
  return {
    fluxDensity: MU_0 * left,
    heldMass: heap.mass,
    heldCount: heap.mass / design.objectMass,
  };
}

/** N = (H_applied − H)/M of the section that is magnetised most. */
function demagnetisingFactor({ fluxDensity, magnetisation, appliedField }: CoreState): number {
  let at = 0;
  magnetisation.forEach((m, i) => {
    if (Math.abs(m) > Math.abs(magnetisation[at]!)) at = i;
  });
  const inside = fluxDensity[at]! / MU_0 - magnetisation[at]!;
  return Math.max(1e-6, (appliedField[at]! - inside) / magnetisation[at]!);
}
