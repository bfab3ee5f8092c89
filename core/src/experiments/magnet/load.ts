import {
  bankSteps,
  STANDARD_GRAVITY,
  pullOnKeeper,
  straightPullingCore,
  tiltedMeans,
  type KeeperPull,
  exteriorCharges,
  longestChain,
  type Chain,
  solverMemory,
  pullOnBar,
  preparePair,
} from '../../physics/index.js';
import { GAP_SPREAD, STEEL_SPREAD, type CellStep } from './cell-steps.js';
import { coreCurve, coreSections, faceHeight } from './core-shape.js';
import type { MagnetDesign } from './design.js';
import { evaluateMagnet, legSections, type Evaluation } from './evaluate.js';

/** A plate to hold when the design names none: m. */
export const PLATE = { width: 0.03, thickness: 0.008, gap: 1e-4 } as const;

/** What lies between pole and plate. Common practice, no source. m. */
export const CONTACT_GAPS = [
  { gap: 2e-5, what: 'ground flat and clean' },
  { gap: 5e-5, what: 'paint or rust' },
  { gap: 1e-4, what: 'a sheet of paper' },
  { gap: 2e-4, what: 'two sheets of paper' },
  { gap: 5e-4, what: 'a piece of card' },
  { gap: 1e-3, what: 'thick card' },
  { gap: 2e-3, what: 'a wooden coffee stirrer' },
] as const;

/** Pull on a plate, N, and the mass that it holds, kg. */
export interface LoadHeld {
  readonly gap: number;
  readonly force: number;
  readonly mass: number;
  readonly plateTooThin: boolean;
}

/**
 * Load that a steel plate under the pole, or a bar across both poles, holds at a contact gap.
 * @param gap m; the design's own when absent.
 */
export function loadHeld(design: MagnetDesign, evaluation: Evaluation, gap?: number): LoadHeld {
  const { width, thickness, gap: own } = design.plate ?? PLATE;
  const at = gap ?? own;
  const { force, keeperSaturated } = pullAt(design, evaluation, width, thickness, at);
  return { gap: at, force, mass: force / STANDARD_GRAVITY, plateTooThin: keeperSaturated };
}

function pullAt(
  design: MagnetDesign,
  { sheets }: Evaluation,
  width: number,
  thickness: number,
  gap: number,
): KeeperPull {
  const curve = coreCurve(design.core);
  const { pair } = design;
  if (!pair) {
    const sections = coreSections(design);
    const { innerRadius: inner, outerRadius: outer } = sections[sections.length - 1]!;
    const tilt = design.plate?.tilt ?? 0;
    // A tilted plate drives as much flux as an even gap of the same mean permeance, and pulls harder
    // where it is near: by the mean square over the square of the mean.
    const { inverse, square } = tiltedMeans({ inner, outer, rim: outer }, gap, tilt);
    const even = 1 / inverse;
    const pole = straightPullingCore(sections, even);
    const pull = pullOnKeeper(pole, sheets, curve, { radius: width / 2, thickness }, even);
    return tilt > 0 ? { ...pull, force: (pull.force * square) / inverse ** 2 } : pull;
  }
  // Half of the bar reaches from the middle to half its width beyond the pole's axis.
  const radius = Math.sqrt((width * (pair.spacing / 2 + width / 2)) / Math.PI);
  const pole = preparePair(legSections(design), pair, { gap });
  const way = { length: (pair.spacing + thickness) / 2, area: width * thickness };
  return pullOnBar(pole, sheets, curve, { radius, thickness, way }, gap);
}

/** The load against the contact gap. */
export function loadCurve(design: MagnetDesign, evaluation: Evaluation): LoadHeld[] {
  return CONTACT_GAPS.map(({ gap }) => loadHeld(design, evaluation, gap));
}

/**
 * What the plate or bar holds as the bank of cells is taken away, see {@link bankSteps}.
 * @param most cells in series to begin with, of a single string.
 * @throws CoreError as {@link evaluateMagnet}.
 */
export function loadAgainstCells(design: MagnetDesign, most: number): CellStep[] {
  const gap = (design.plate ?? PLATE).gap;
  const memory = solverMemory();
  return bankSteps(design.supply, most).map(({ cells, supply }) => {
    const one = { ...design, supply };
    const evaluation = evaluateMagnet(one, memory);
    const at = (g: number): number => loadHeld(one, evaluation, g).mass;
    return {
      cells,
      load: at(gap),
      low: at(gap * GAP_SPREAD) * (1 - STEEL_SPREAD),
      high: at(gap / GAP_SPREAD) * (1 + STEEL_SPREAD),
      current: evaluation.circuit.current,
      allowedOnTime: evaluation.allowedOnTime,
    };
  });
}

/** The longest chain of the design's objects at the lifting face. */
export function chainAt(design: MagnetDesign, { core, sheets }: Evaluation): Chain {
  const face = faceHeight(design.core);
  const { length, thickness } = design.objectLink ?? { length: 0.026, thickness: 0.9e-3 };
  return longestChain(exteriorCharges(core, sheets, face), face, {
    mass: design.objectMass,
    length,
    thickness,
  });
}
