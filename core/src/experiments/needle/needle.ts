import {
  MU_0,
  checkBounds,
  type Bound,
  findMaterial,
  spheroidFactor,
} from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import { findRoot } from '../../numerics/index.js';

/** What carries a needle on the water: kg/m³, in the middle of what a handbook gives. */
export const FLOATS = {
  cork: { name: 'A slice of cork', density_kg_per_m3: 240 },
  foam: { name: 'A slice of packing foam', density_kg_per_m3: 25 },
  wood: { name: 'A chip of pine', density_kg_per_m3: 500 },
} as const;
export type FloatMaterial = keyof typeof FLOATS;

/** What needles are of, in the table of steels. */
export const NEEDLE_STEEL = 'tool-steel';

/** How the magnet is led along the needle. */
export const STROKINGS = {
  'one-way': 'One way',
  'to-and-fro': 'To and fro',
} as const;
export type Stroking = keyof typeof STROKINGS;

export const NEEDLE_ENDS = { point: 'Point', eye: 'Eye' } as const;
export type NeedleEnd = keyof typeof NEEDLE_ENDS;

export const STROKING_POLES = { north: 'North', south: 'South' } as const;
export type StrokingPole = keyof typeof STROKING_POLES;

/** A steel needle that is stroked with a magnet and floats on a round slice. SI. */
export interface Needle {
  readonly length: number;
  readonly diameter: number;
  readonly strokes: number;
  readonly stroking: Stroking;
  /** Which pole of the magnet touches the needle, and at which end it leaves it. */
  readonly pole: StrokingPole;
  readonly leavesAt: NeedleEnd;
  readonly float: {
    readonly stuff: FloatMaterial;
    readonly diameter: number;
    readonly thickness: number;
  };
  /** Horizontal flux density of the earth, T. */
  readonly earth: number;
}

export interface NeedleEvaluation {
  /** A m², and its spread: 95 % of needles lie within this factor either way. */
  readonly moment: number;
  readonly spread: number;
  /** Of what the steel could keep, 0 … 1. */
  readonly share: number;
  /** The end that turns to the magnetic north. */
  readonly northEnd: NeedleEnd;
  /** Needle, slice and what they weigh together, kg; how deep the slice lies in the water, m. */
  readonly mass: number;
  readonly depth: number;
  /** Of needle and slice, and with the water that goes along, kg m². */
  readonly inertia: number;
  readonly inertiaWithWater: number;
  /** Greatest torque of the earth on it, across the field, N m. */
  readonly torque: number;
  /** Small swings; null for a needle without moment. */
  readonly swing: Swing | null;
  /** The same for the weakest and for the strongest of 95 % of needles. */
  readonly swings: readonly [weak: Swing, strong: Swing] | null;
}

/** A swing that dies away. */
export interface Swing {
  /** rad/s and 1/s: the angle goes as e^(−decay t) cos(rate t). */
  readonly rate: number;
  readonly decay: number;
  /** s. */
  readonly period: number;
  /** Until it stays within {@link STILL_RAD} of north, let go across it, s. */
  readonly settling: number;
}

const BOUNDS: readonly Bound<Needle>[] = [
  ['length', (n) => n.length, 1e-3, 0.5],
  ['diameter', (n) => n.diameter, 1e-5, 0.01],
  ['number of strokes', (n) => n.strokes, 0, 1000],
  ['float’s diameter', (n) => n.float.diameter, 1e-3, 0.5],
  ['float’s thickness', (n) => n.float.thickness, 1e-4, 0.1],
  ['earth’s field', (n) => n.earth, 1e-7, 1e-4],
];

/** After so many strokes about two thirds of what the steel can keep is there. Common practice: twenty to fifty strokes; no source. */
const STROKES_FOR_MOST = 8;
/** What strokes to and fro leave, as a share of strokes one way. Common practice, no source. */
const TO_AND_FRO = 0.2;
/** Spread of the moment. Common practice, no source: steels and hands differ. */
const SPREAD = 2;
/** A needle this near to north has settled, rad. */
export const STILL_RAD = Math.PI / 36;
/** Water at 20 °C, kg/m³ and Pa s. CRC Handbook of Chemistry and Physics. */
const WATER = { density: 998.2, viscosity: 1.002e-3 } as const;

/**
 * Moment, poles and swing. The end where the stroking pole leaves becomes the other pole: it drags
 * unlike poles along. The steel keeps min(B_r/μ0, H_c/N) with the N of a prolate spheroid as slender.
 * A disc that swings in water shakes a layer of it: with s the complex rate, J s² + κ √(μρ) s^{3/2} +
 * m B = 0 for small angles, κ = π a⁴/2 + 2π a³ d for its face and its wet rim.
 * Source of the layer: Stokes’ second problem; Landau & Lifshitz, *Fluid Mechanics*, § 24.
 * @throws CoreError QUANTITY_OUT_OF_RANGE; FLOAT_SINKS when the slice cannot carry the needle.
 */
export function evaluateNeedle(needle: Needle): NeedleEvaluation {
  checkBounds(needle, BOUNDS);
  const { length, diameter, strokes, stroking, float, earth } = needle;
  const steel = findMaterial(NEEDLE_STEEL);
  const volume = (Math.PI / 4) * diameter ** 2 * length;
  const needleMass = steel.density_kg_per_m3 * volume;
  const radius = float.diameter / 2;
  const area = Math.PI * radius ** 2;
  const floatMass = FLOATS[float.stuff].density_kg_per_m3 * area * float.thickness;
  const mass = needleMass + floatMass;
  const depth = mass / (WATER.density * area);
  if (depth >= float.thickness) {
    throw new CoreError(
      'FLOAT_SINKS',
      'The float cannot carry the needle: make it wider or thicker.',
    );
  }
  const inertia = (needleMass * length ** 2) / 12 + (floatMass * radius ** 2) / 2;
  const share =
    (1 - Math.exp(-strokes / STROKES_FOR_MOST)) * (stroking === 'one-way' ? 1 : TO_AND_FRO);
  const kept = Math.min(
    steel.remanence_T / MU_0,
    steel.coercivity_A_per_m / spheroidFactor(length / diameter),
  );
  const moment = share * kept * volume;
  const drag =
    Math.sqrt(WATER.viscosity * WATER.density) *
    ((Math.PI * radius ** 4) / 2 + 2 * Math.PI * radius ** 3 * depth);
  const swingOf = (m: number): Swing => dampedSwing(inertia, drag, m * earth);
  const swing = moment > 0 ? swingOf(moment) : null;
  const left = needle.pole === 'north' ? 'south' : 'north';
  const other = needle.leavesAt === 'point' ? 'eye' : 'point';
  return {
    moment,
    spread: SPREAD,
    share,
    northEnd: left === 'north' ? needle.leavesAt : other,
    mass,
    depth,
    inertia,
    inertiaWithWater: swing ? (moment * earth) / (swing.rate ** 2 + swing.decay ** 2) : inertia,
    torque: moment * earth,
    swing,
    swings: swing && [swingOf(moment / SPREAD), swingOf(moment * SPREAD)],
  };
}

/**
 * Small swings of J s² + D s^{3/2} + T = 0. With √s = r e^{iα} the imaginary part gives r from α, and
 * the real part a root for α between 45° (no water) and 60° (water alone).
 * @param inertia J, kg m². @param drag D, N m s^{3/2}, ≥ 0. @param torque T per radian, N m, > 0.
 */
export function dampedSwing(inertia: number, drag: number, torque: number): Swing {
  const radiusAt = (alpha: number): number =>
    (-drag * Math.sin(3 * alpha)) / (inertia * Math.sin(4 * alpha));
  const rest = (alpha: number): number => {
    const r = radiusAt(alpha);
    return inertia * r ** 4 * Math.cos(4 * alpha) + drag * r ** 3 * Math.cos(3 * alpha) + torque;
  };
  let s = { re: 0, im: Math.sqrt(torque / inertia) };
  if (drag > 0) {
    const alpha = findRoot(rest, Math.PI / 4 + 1e-12, Math.PI / 3, 1e-14);
    const r = radiusAt(alpha);
    s = { re: r * r * Math.cos(2 * alpha), im: r * r * Math.sin(2 * alpha) };
  }
  const decay = -s.re;
  return {
    rate: s.im,
    decay,
    period: (2 * Math.PI) / s.im,
    settling: decay > 0 ? Math.log(Math.PI / 2 / STILL_RAD) / decay : Infinity,
  };
}
