import type { Spread } from '../../statistics/index.js';
import {
  cautionsFor,
  cellsToHold,
  chainAt,
  countSpread,
  evaluateMagnet,
  faceHeight,
  GAP_SPREAD,
  loadAgainstCells,
  loadHeld,
  liftedMassOf,
  PLATE,
  STEEL_SPREAD,
  type Evaluation,
  type MagnetDesign,
} from '../magnet/index.js';
import type { Experiment } from './experiment.js';
import type { Conditions, Forecast } from './predictable.js';

/** Of a probe held at the face: where exactly it is decides. Common practice, no source. */
const PROBE_SPREAD: Spread = { classFactor: 1.5, scatter: 0.1 };
/** Of the distance at which an object jumps: friction and how it lies. Common practice, no source. */
const JUMP_SPREAD: Spread = { classFactor: 2, scatter: 0.2 };
/** Of a chain: every contact counts. Common practice, no source. */
const CHAIN_SPREAD: Spread = { classFactor: 2, scatter: 0.25 };
/** A load let go again and again scatters by a fifth. Common practice, no source. */
const LOAD_SCATTER = 0.2;
/** Most cells tried in series when none is said. */
export const MOST_CELLS = 12;

/** Spread of classes whose loads lie between two values nine times in ten. */
export function loadSpread(low: number, high: number): Spread {
  // ±1.645 standard deviations hold 90 %, ±1.96 hold 95 %.
  const deviation = Math.log(high / low) / (2 * 1.6448536269514722);
  return { classFactor: Math.exp(1.959963984540054 * deviation), scatter: LOAD_SCATTER };
}

/** A coil on one straight core or two. */
export const straightMagnet: Experiment<MagnetDesign> = {
  id: 'straight-magnet',
  name: 'Magnet with a straight core',
  about: 'A coil on a nail, a bolt, a rod or two of them: what does it lift?',
  start: () => ({
    core: { shape: 'nail', length: 0.1, diameter: 0.005, bore: 0, material: 'nail-steel' },
    wire: { conductor: 'copper', diameter: 0.0005, insulation: 'enamel-1' },
    winding: {
      turns: 60,
      start: 0.03,
      end: 0.09,
      base: 0,
      neatness: 1.1,
      layerStyle: 'back',
      startAt: 'tip',
      sense: 'clockwise',
      tail: 0.15,
    },
    supply: { chemistry: 'alkaline', size: 'D', series: 1, parallel: 1, plusTail: 'first' },
    leads: { count: 2, resistanceEach: 0.07 },
    ends: 'one',
    objectMass: 4e-4,
    roomTemperature: 293.15,
  }),
  predicts: [
    'tip-count',
    'rear-count',
    'both-count',
    'load',
    'cells-to-hold',
    'flux-density',
    'jump-distance',
    'chain-length',
  ],
  evaluate(design) {
    const evaluation = evaluateMagnet(design);
    return {
      coil: evaluation,
      supplyCurrent: evaluation.circuit.current,
      wireLength: evaluation.wireLength,
      forecast(of, conditions = {}) {
        switch (of) {
          case 'tip-count':
            return counted(design, tipMass(design, evaluation));
          case 'rear-count':
            return counted(design, rearMass(design, evaluation));
          case 'both-count':
            return counted(design, tipMass(design, evaluation) + rearMass(design, evaluation));
          case 'load':
            return loadForecast(design, evaluation);
          case 'cells-to-hold':
            return cellsForecast(design, conditions);
          case 'flux-density':
            return { value: Math.abs(evaluation.faceFluxDensity), spread: PROBE_SPREAD };
          case 'jump-distance':
            return { value: jumpDistance(design, evaluation), spread: JUMP_SPREAD };
          case 'chain-length':
            return { value: chainAt(design, evaluation).count, spread: CHAIN_SPREAD };
          default:
            return null;
        }
      },
      cautions: () => cautionsFor(design, evaluation),
    };
  },
};

const counted = (design: MagnetDesign, mass: number): Forecast => ({
  value: mass / design.objectMass,
  spread: countSpread(design),
});

/** Mass lifted at the lifting end, kg: both lower poles of a pair. */
function tipMass(design: MagnetDesign, { heap }: Evaluation): number {
  return (design.pair ? 2 : 1) * liftedMassOf(design, heap);
}

/** Mass at the other end, kg; the yoke's end of a pair lifts nothing. */
function rearMass(design: MagnetDesign, evaluation: Evaluation): number {
  if (design.pair) return 0;
  const heap = evaluation.rearHeap ?? evaluateMagnet({ ...design, ends: 'both' }).rearHeap!;
  return liftedMassOf(design, heap);
}

/** The load at the contact gap, with the spread of gap and steel between classes. */
function loadForecast(design: MagnetDesign, evaluation: Evaluation): Forecast | null {
  const { gap } = design.plate ?? PLATE;
  const { mass, force } = loadHeld(design, evaluation);
  if (!(force > 0)) return { value: 0, spread: loadSpread(1, 2) };
  const low = loadHeld(design, evaluation, gap * GAP_SPREAD).mass * (1 - STEEL_SPREAD);
  const high = loadHeld(design, evaluation, gap / GAP_SPREAD).mass * (1 + STEEL_SPREAD);
  return { value: mass, spread: loadSpread(low, high) };
}

/** Cells from which on a load is held; null when no number of them holds it, or none is asked for. */
function cellsForecast(
  design: MagnetDesign,
  { load, mostCells = MOST_CELLS }: Conditions,
): Forecast | null {
  if (load === undefined || design.supply.bench) return null;
  const steps = loadAgainstCells(design, mostCells);
  return fewestCells(steps, load);
}

/** @param steps loads by cells. The spread in cells is about the root of that in load. */
export function fewestCells(
  steps: Parameters<typeof cellsToHold>[0],
  load: number,
): Forecast | null {
  const { expected } = cellsToHold(steps, load);
  if (expected === null) return null;
  const { low, high } = steps.find(({ cells }) => cells === expected)!;
  const { classFactor, scatter } = loadSpread(low, high);
  return {
    value: expected,
    spread: { classFactor: Math.sqrt(classFactor), scatter: scatter / 2 },
  };
}

/**
 * Distance from the face, m, at which an object below it loses more than its weight: where the heap's
 * own surface lies straight ahead. Objects that lie on a table jump from about there.
 */
function jumpDistance(design: MagnetDesign, { heap }: Evaluation): number {
  const ahead = heap.angle.reduce((best, a, k) => (a < heap.angle[best]! ? k : best), 0);
  if (heap.outer[ahead]! <= heap.inner[ahead]!) return 0;
  return Math.max(0, heap.centre + heap.outer[ahead]! - faceHeight(design.core));
}
