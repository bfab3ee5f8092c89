import { coilCautions, everyCoilsCautions, type Caution, MU_0 } from '../../physics/index.js';
import { girthRadius } from './core-shape.js';
import type { MagnetDesign } from './design.js';
import type { Evaluation } from './evaluate.js';
import { turnOffOf } from './turn-off.js';

/** A pull from which a hung load hurts when it drops, N. Common practice, no source. */
const HEAVY_N = 5;

/** The most that the fullest section of the core could pull with in closed contact, B² A/2μ0, N. */
function strongestPull({ core, peakFluxDensity }: Evaluation): number {
  const { area } = core.prepared.core;
  return (peakFluxDensity ** 2 * area[area.length - 1]!) / (2 * MU_0);
}

/** Cautions that this design triggers, stop before caution. */
export function cautionsFor(design: MagnetDesign, evaluation: Evaluation): Caution[] {
  const { core } = design;
  const cautions = coilCautions(design, evaluation, {
    storedEnergy: turnOffOf(design, evaluation).energy,
    bendRadius: girthRadius(core),
  });
  if (strongestPull(evaluation) > HEAVY_N) {
    cautions.push({ code: 'hung-load', severity: 'caution' });
  }
  if (core.shape === 'nail' || core.shape === 'screw') {
    cautions.push({ code: 'sharp-core', severity: 'caution' });
  }
  return [...cautions, ...everyCoilsCautions(design)];
}
