import {
  MU_0,
  checkBounds,
  type Bound,
  magnetSheet,
  sheetField,
  sheetForce,
  TOUCH_LIMIT_C,
  growHeap,
  ringsAlone,
  LIFTED_OVER_HEAP,
  longestChain,
  SMALL_OBJECTS,
  type ChainLink,
  type ChargeRings,
  spheroidFactor,
  CONDUCTORS,
} from '../../physics/index.js';
import { evaluateMagnet, residualAfter, type MagnetDesign } from '../magnet/index.js';
import { findRoot, gaussLegendre } from '../../numerics/index.js';
import { MAGNET_STUFFS, type MagnetStuffId } from './magnet-materials.js';

/** A round permanent magnet, magnetised along its axis, and the coil that is to equal it. SI. */
export interface PermanentMagnet {
  readonly stuff: MagnetStuffId;
  readonly diameter: number;
  /** Along its axis. */
  readonly length: number;
  /** How often it was knocked. */
  readonly knocks: number;
  /** Of the copper wire of the coil, and the current in it. */
  readonly wireDiameter: number;
  readonly current: number;
  /** Paint, paper or a gap before the plate, m. */
  readonly gap: number;
}

/** The coil of the same size whose field outside is the same. */
export interface EqualCoil {
  readonly ampereTurns: number;
  readonly turns: number;
  readonly layers: number;
  /** How thick its layers are together, m. */
  readonly height: number;
  readonly wireLength: number;
  readonly resistance: number;
  readonly power: number;
  /** Until it is too warm to touch, no heat getting away, s. */
  readonly onTime: number;
}

/** A nail with a coil round it that lifts as much. */
export interface EqualNail {
  readonly ampereTurns: number;
  readonly current: number;
  /** Clips that stay when the current stops. */
  readonly keeps: number;
}

export interface PermanentEvaluation {
  /** Magnetisation, A/m, and what is left of it after the knocks. */
  readonly magnetisation: number;
  readonly left: number;
  /** A m², T in the middle of its face, kg. */
  readonly moment: number;
  readonly faceField: number;
  readonly mass: number;
  /** On a thick plate of steel across the gap, N. */
  readonly pull: number;
  readonly clips: number;
  /** Nails hanging one from the other. */
  readonly chain: number;
  readonly coil: EqualCoil;
  /** Null if it would need more current than a nail’s coil withstands. */
  readonly nail: EqualNail | null;
}

const BOUNDS: readonly Bound<PermanentMagnet>[] = [
  ['diameter', (m) => m.diameter, 1e-3, 0.1],
  ['length', (m) => m.length, 5e-4, 0.3],
  ['number of knocks', (m) => m.knocks, 0, 100],
  ['wire', (m) => m.wireDiameter, 1e-4, 0.005],
  ['current', (m) => m.current, 0.01, 50],
  ['gap', (m) => m.gap, 1e-5, 0.05],
];

/** A round wire nail, 2.8 mm thick and 65 mm long, of the chain. Common practice, no source. */
const CHAIN_NAIL: ChainLink = { mass: 3.1e-3, length: 0.065, thickness: 2.8e-3 };
const CLIP = SMALL_OBJECTS['clip-small'];
/** Enamel and air between turns, of the bare diameter. Common practice, no source. */
const TURN_PITCH = 1.1;
const ROOM_C = 20;
/** No coil on a nail is given more than this, A. */
export const MOST_NAIL_CURRENT = 20;
const FACE_RINGS = 12;

/**
 * What a permanent magnet does, and what would do the same with a current. It keeps min(B_r/μ0, H_c/N),
 * N of a spheroid as slender; outside it is a current of M × length round its rim, or charges ± M on its
 * faces. On a thick plate it is drawn by its mirror image.
 * @param nail the magnet with a core that is to equal it.
 * @throws CoreError QUANTITY_OUT_OF_RANGE.
 */
export function evaluatePermanent(
  magnet: PermanentMagnet,
  nail: MagnetDesign,
): PermanentEvaluation {
  checkBounds(magnet, BOUNDS);
  const { diameter, length, gap } = magnet;
  const stuff = MAGNET_STUFFS[magnet.stuff];
  const radius = diameter / 2;
  const left = stuff.leftByKnock ** magnet.knocks;
  const magnetisation =
    left *
    Math.min(
      stuff.remanence_T / MU_0,
      stuff.coercivity_A_per_m / spheroidFactor(length / diameter),
    );
  const volume = Math.PI * radius ** 2 * length;
  const ampereTurns = magnetisation * length;
  const sheet = magnetSheet(magnetisation * MU_0, radius, 0, length);
  const image = { ...sheet, from: -2 * gap - length, to: -2 * gap };
  const rings = faceCharges(magnetisation, radius, length);
  const tip = {
    face: length,
    coreRadius: radius,
    windingEnd: 0,
    windingRadius: radius,
    // What it gives, it gives.
    fullness: 1,
  };
  const heap = growHeap(ringsAlone(rings), tip, CLIP.heap);
  const clips = (LIFTED_OVER_HEAP.dip * heap.mass) / CLIP.mass_kg;
  return {
    magnetisation,
    left,
    moment: magnetisation * volume,
    faceField: sheetField(radius, length, ampereTurns, 0, length / 2).z,
    mass: stuff.density_kg_per_m3 * volume,
    pull: sheetForce(image, sheet) * -1,
    clips,
    chain: longestChain(rings, length, CHAIN_NAIL).count,
    coil: equalCoil(magnet, ampereTurns),
    nail: equalNail(nail, clips),
  };
}

/** Both faces as rings of charge, ± M π a² together, even over the face. */
function faceCharges(magnetisation: number, radius: number, length: number): ChargeRings {
  const { nodes, weights } = gaussLegendre(FACE_RINGS);
  const whole = magnetisation * Math.PI * radius ** 2;
  // Gauss points in the square of the radius, so that equal areas have equal weight.
  const radii = Array.from(nodes, (node) => radius * Math.sqrt(node));
  const shares = Array.from(weights, (weight) => weight * whole);
  return {
    radius: Float64Array.from([...radii, ...radii]),
    z: Float64Array.from([...radii.map(() => 0), ...radii.map(() => length)]),
    charge: Float64Array.from([...shares.map((q) => -q), ...shares]),
  };
}

function equalCoil(magnet: PermanentMagnet, ampereTurns: number): EqualCoil {
  const { diameter, length, wireDiameter, current } = magnet;
  const pitch = TURN_PITCH * wireDiameter;
  const turns = Math.ceil(ampereTurns / current);
  const layers = Math.ceil(turns / Math.max(1, Math.floor(length / pitch)));
  const height = layers * pitch;
  // Wound inward from the rim as far as there is room, and outward beyond it.
  const mean = Math.max(diameter / 2, height / 2);
  const wireLength = 2 * Math.PI * mean * turns;
  const { resistivity_ohm_m, density_kg_per_m3, heatCapacity_J_per_kgK } = CONDUCTORS.copper;
  const area = (Math.PI / 4) * wireDiameter ** 2;
  const resistance = (resistivity_ohm_m * wireLength) / area;
  const power = current ** 2 * resistance;
  const warms = power / (density_kg_per_m3 * area * wireLength * heatCapacity_J_per_kgK);
  return {
    ampereTurns,
    turns,
    layers,
    height,
    wireLength,
    resistance,
    power,
    onTime: (TOUCH_LIMIT_C - ROOM_C) / warms,
  };
}

/** The current at which the nail’s magnet lifts as many clips. */
function equalNail(nail: MagnetDesign, clips: number): EqualNail | null {
  const { bench: _bench, ...cells } = nail.supply;
  const withCurrent = (current: number) => {
    const bench = { voltage: 100, currentLimit: current };
    const design: MagnetDesign = {
      ...nail,
      objectMass: CLIP.mass_kg,
      supply: { ...cells, bench },
    };
    return { design, evaluation: evaluateMagnet(design) };
  };
  const missing = (log: number): number =>
    Math.log(withCurrent(Math.exp(log)).evaluation.liftedCount + 1e-3) - Math.log(clips + 1e-3);
  const log = findRoot(missing, Math.log(0.01), Math.log(MOST_NAIL_CURRENT), 1e-3);
  if (Number.isNaN(log)) return null;
  const current = Math.exp(log);
  const { design, evaluation } = withCurrent(current);
  return {
    ampereTurns: current * nail.winding.turns,
    current,
    keeps: residualAfter(design, evaluation).heldCount,
  };
}
