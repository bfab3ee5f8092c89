import {
  MU_0,
  type AxialCharge,
  fieldSource,
  putRing,
  ringsAlone,
  toRings,
  type FieldAndGradient,
  type FieldSource,
  type RingList,
  boundaryCharges,
  type CoreState,
  type CurrentSheet,
  barOf,
  yokeBox,
  type PolePair,
} from '../../physics/index.js';
import { evaluateMagnet, faceHeight, type MagnetDesign } from '../magnet/index.js';
import { gaussLegendre } from '../../numerics/index.js';
import { signOf } from './sign.js';
import { transverseField, type TransversePiece } from './transverse.js';

/** Field along the plane through both axes, T: x to the right, z toward the tips. */
export type PlaneField = (x: number, z: number) => readonly [x: number, z: number];

/** What of a pair’s field lies in the plane through both axes. */
export interface PairParts {
  readonly core: CoreState;
  readonly sheets: readonly CurrentSheet[];
  readonly pair: PolePair;
  /** Of a bar before both tips: its charges before the computed leg. */
  readonly induced?: readonly AxialCharge[];
}

/**
 * Field of two cores side by side outside the steel, by tier 1: the charges of one leg round its axis,
 * those of its half of the yoke round the yoke’s, and the mirror image of both across the middle plane,
 * charges turned where the poles are opposed. Inside a core or a winding what is magnetised there is
 * added. The legs lie at x = ∓ spacing/2, the magnetised one on the left.
 */
export function pairField({ core, sheets, pair, induced = [] }: PairParts): PlaneField {
  const { spacing, opposed } = pair;
  const half = spacing / 2;
  const { boundaries, outerRadius, innerRadius, count } = core.prepared.core;
  // Along the path the yoke comes before the leg, whose rear face is at 0; the corner is the yoke's.
  const foot = boundaries.findIndex((s) => s > 1e-9) - 1;
  const yokeAxis = -(barOf(pair, outerRadius[foot]!)?.thickness ?? 0) / 2;
  const root = boundaries.findIndex((s) => Math.abs(s - yokeAxis) < 1e-9);
  const leg = steelCharges(core, (b) => root === 0 || b > root);
  const yoke = steelCharges(core, (b) => root > 0 && b <= root);
  putSheets(leg, sheets);
  for (const { charge, z, rings, disc } of induced) {
    if (disc) putDisc(leg, disc, z, charge);
    else for (const { radius, share } of rings) putRing(leg, radius, z, charge * share);
  }
  const [ofLeg, ofYoke] = [leg, yoke].map((list) => fieldSource(ringsAlone(toRings(list)))) as [
    FieldSource,
    FieldSource,
  ];
  const thick = outerRadius[0]!;
  const sign = opposed ? -1 : 1;
  const at: FieldAndGradient = { hr: 0, hz: 0, gradientR: 0, gradientZ: 0 };
  const segmentAt = (s: number): number => {
    let segment = 0;
    while (segment < count - 1 && boundaries[segment + 1]! < s) segment++;
    return segment;
  };

  /** Of the left half alone. */
  const own = (x: number, z: number, out: [number, number]): void => {
    const across = x + half;
    const r = Math.max(Math.abs(across), 1e-7);
    ofLeg(r, z, at);
    let [bx, bz] = [at.hr * Math.sign(across || 1), at.hz];
    if (z > 0 && z < boundaries[count]!) {
      const segment = segmentAt(z);
      if (r < outerRadius[segment]! && r >= innerRadius[segment]!) {
        bz += core.magnetisation[segment]!;
      }
    }
    for (const { radius, from, to, ampereTurns } of sheets) {
      if (r < radius && z > from && z < to) bz += ampereTurns / (to - from);
    }
    if (root > 0) {
      // The path runs from the middle, x = 0, to the left.
      const s = yokeAxis - half - x;
      const above = z - yokeAxis;
      const height = Math.max(Math.abs(above), 1e-7);
      ofYoke(height, s, at);
      bx -= at.hz;
      bz += at.hr * Math.sign(above || 1);
      if (height < thick && s > yokeAxis - half && s < yokeAxis)
        bx -= core.magnetisation[segmentAt(s)]!;
    }
    out[0] = bx;
    out[1] = bz;
  };
  const [left, right]: [number, number][] = [
    [0, 0],
    [0, 0],
  ];
  /** Of both halves, the mirrored one's charges turned where the poles are opposed. */
  const both = (x: number, z: number): readonly [number, number] => {
    own(x, z, left!);
    own(-x, z, right!);
    return [left![0] - sign * right![0], left![1] + sign * right![1]];
  };
  // On its own axis a leg has no field across; what is there draws its charges aside.
  const pieces = Array.from({ length: count - Math.max(root, 0) }, (_, i): TransversePiece => {
    const [from, to] = [boundaries[root + i]!, boundaries[root + i + 1]!];
    const [across] = both(-half, (from + to) / 2);
    return { from: Math.max(from, 0), to, radius: outerRadius[root + i]!, across };
  }).filter(({ from, to }) => to > from);
  const crossed = transverseField(pieces);
  return (x, z) => {
    const [bx, bz] = both(x, z);
    left![0] = left![1] = right![0] = right![1] = 0;
    crossed(x + half, z, left!);
    crossed(half - x, z, right!);
    return [MU_0 * (bx + left![0] - sign * right![0]), MU_0 * (bz + left![1] + sign * right![1])];
  };
}

/** Rings along a side lie no farther apart than so many of its radii. */
const SIDE_RINGS = 0.4;

/** Charges of some boundaries as rings close enough to be looked at from near by. */
function steelCharges(core: CoreState, of: (boundary: number) => boolean): RingList {
  const out: RingList = { radius: [], z: [], charge: [] };
  const charges = boundaryCharges(core);
  core.prepared.patches.forEach(({ from, to, rings, even }, b) => {
    if (!of(b)) return;
    if (even) putDisc(out, even, from, charges[b]! * even.share);
    for (const ring of rings.slice(even?.count ?? 0)) {
      const count = Math.max(1, Math.ceil((to - from) / (SIDE_RINGS * ring.radius)));
      for (let i = 0; i < count; i++) {
        const height = from + ((i + 0.5) * (to - from)) / count;
        putRing(out, ring.radius, height, (charges[b]! * ring.share) / count);
      }
    }
  });
  return out;
}

const DISC_RINGS = gaussLegendre(48);

/** Charge that lies evenly between two radii. */
function putDisc(
  out: RingList,
  { inner, outer }: { readonly inner: number; readonly outer: number },
  z: number,
  charge: number,
): void {
  DISC_RINGS.nodes.forEach((node, k) => {
    const radius = Math.sqrt(inner ** 2 + (outer ** 2 - inner ** 2) * node);
    putRing(out, radius, z, charge * DISC_RINGS.weights[k]!);
  });
}

function putSheets(out: RingList, sheets: readonly CurrentSheet[]): void {
  const { nodes, weights } = gaussLegendre(END_RINGS);
  for (const { ampereTurns, from, to, radius: a } of sheets) {
    const pole = (ampereTurns / (to - from)) * Math.PI * a ** 2;
    // Even over the disc at each end: Gauss points of the radius squared.
    nodes.forEach((node, k) => {
      putRing(out, a * Math.sqrt(node), from, -pole * weights[k]!);
      putRing(out, a * Math.sqrt(node), to, pole * weights[k]!);
    });
  }
}
const END_RINGS = 4;

/** A line of the field in the plane, m, along its direction. */
export type PlaneLine = readonly (readonly [x: number, z: number])[];

/** The plane through both axes for the eye. */
export interface PairPicture {
  /** Half its width; from the lowest to the highest row, z of the tips growing upward. m. */
  readonly half: number;
  readonly low: number;
  readonly high: number;
  readonly columns: number;
  readonly rows: number;
  /** |B|, T, row by row from `low`. */
  readonly strength: Float32Array;
  readonly lines: readonly PlaneLine[];
  /** Poles of the lifting faces, left and right; null where no current flows. */
  readonly poles: readonly ['N' | 'S', 'N' | 'S'] | null;
  /** Outer radius of a winding, m. */
  readonly windingRadius: number;
}

const COLUMNS = 96;
const LINES = 26;
/** Step of a line, of the window’s width, and how many at most. */
const STEP = 1 / 260;
const MOST_STEPS = 900;
/** Contours are walked in so many pieces. */
const WALK = 400;

/**
 * Strength and lines of a pair by tier 1. A line starts wherever as much field has left the left leg,
 * counted along a contour round it in the plane, as between any two lines; in the plane alone that is
 * no flux, so their density is only like that of the field.
 * @throws CoreError for a magnet that cannot be built.
 */
export function pairPicture(design: MagnetDesign): PairPicture {
  const { pair } = design;
  if (!pair) throw new Error('A pair has two cores.');
  const { core, sheets, winding } = evaluateMagnet(design);
  const tip = faceHeight(design.core);
  const { spacing, opposed } = pair;
  const north = pairField({ core, sheets, pair });
  const sign = signOf(design);
  const field: PlaneField = (x, z) => {
    const [bx, bz] = north(x, z);
    return [sign * bx, sign * bz];
  };
  const around = 0.35 * tip;
  const half = spacing / 2 + winding.outerRadius + 0.45 * tip;
  const [low, high] = [-around, tip + 1.2 * around];
  const rows = Math.round((COLUMNS * (high - low)) / (2 * half));
  const strength = new Float32Array(COLUMNS * rows);
  for (let j = 0; j < rows; j++) {
    const z = low + ((high - low) * j) / (rows - 1);
    // The right half is the left one's mirror image.
    for (let i = 0; i < COLUMNS / 2; i++) {
      const value = Math.hypot(...field(-half + (2 * half * i) / (COLUMNS - 1), z));
      strength[j * COLUMNS + i] = strength[(j + 1) * COLUMNS - 1 - i] = value;
    }
  }
  const yoke = yokeBox(pair, design.core.diameter / 2);
  const inside = (x: number, z: number): boolean => Math.abs(x) <= half && z >= low && z <= high;
  /** In a leg or its winding, 1 left and 2 right; in the yoke, 3; 0 outside. */
  const legAt = (x: number, z: number): number => {
    const [start, end] = [design.winding.start, design.winding.end];
    const r = Math.abs(Math.abs(x) - spacing / 2);
    if (pair.yoke !== 'none' && z < yoke.high && z > yoke.low && Math.abs(x) < yoke.reach) return 3;
    const wide = z > start && z < end ? winding.outerRadius : design.core.diameter / 2;
    return z > 0 && z < tip && r < wide ? (x < 0 ? 1 : 2) : 0;
  };
  const lines = starts(field, {
    x: -spacing / 2,
    radius: winding.outerRadius + 0.02 * tip,
    from: -0.02 * tip,
    to: 1.02 * tip,
  }).flatMap(({ x, z, out }): PlaneLine[] => {
    const free = (px: number, pz: number): boolean => inside(px, pz) && legAt(px, pz) === 0;
    const step = 2 * half * STEP;
    const onward = follow(field, x, z, out ? 1 : -1, step, free);
    // What enters and came from the same leg was drawn where it left.
    const [endX, endZ] = onward[onward.length - 1]!;
    if (!out && legAt(endX, endZ) === 1) return [];
    // Back to the steel from the contour on which it was begun.
    const back = follow(field, x, z, out ? -1 : 1, step, free);
    const line = [...back.slice(1).reverse(), ...onward];
    if (line.length < 3) return [];
    const along = out ? line : [...line].reverse();
    // What came back to a leg is its own mirror image, or has one that is drawn with another.
    const mirrored = along.map(([px, pz]) => [-px, pz] as const);
    const gone = legAt(endX, endZ) === 0 && !inside(endX, endZ);
    return gone || legAt(endX, endZ) === 1
      ? [along, opposed ? [...mirrored].reverse() : mirrored]
      : [along];
  });
  const [, before] = field(-spacing / 2, tip + 1e-3);
  const left = before > 0 ? 'N' : 'S';
  const right = before > 0 !== opposed ? 'N' : 'S';
  return {
    half,
    low,
    high,
    columns: COLUMNS,
    rows,
    strength,
    lines,
    poles: before === 0 ? null : [left, right],
    windingRadius: winding.outerRadius,
  };
}

/** Places on a contour round a leg between which as much field leaves or enters. */
function starts(
  field: PlaneField,
  { x, radius, from, to }: { x: number; radius: number; from: number; to: number },
): { x: number; z: number; out: boolean }[] {
  const [w, h] = [2 * radius, to - from];
  const round = 2 * (w + h);
  const walk = Array.from({ length: WALK }, (_, i) => {
    let s = ((i + 0.5) / WALK) * round;
    if (s < h) return { x: x - radius, z: from + s, nx: -1, nz: 0 };
    s -= h;
    if (s < w) return { x: x - radius + s, z: to, nx: 0, nz: 1 };
    s -= w;
    if (s < h) return { x: x + radius, z: to - s, nx: 1, nz: 0 };
    return { x: x + radius - (s - h), z: from, nx: 0, nz: -1 };
  });
  const leaving = walk.map((place) => {
    const [bx, bz] = field(place.x, place.z);
    return bx * place.nx + bz * place.nz;
  });
  const all = leaving.reduce((sum, b) => sum + Math.abs(b), 0);
  let passed = 0.5;
  return walk.flatMap(({ x: px, z: pz }, i) => {
    passed += (Math.abs(leaving[i]!) / all) * LINES;
    if (passed < 1) return [];
    passed -= 1;
    return [{ x: px, z: pz, out: leaving[i]! > 0 }];
  });
}

/** Along or against the field from a place, by Runge and Kutta’s fourth order, until it may not go on. */
function follow(
  field: PlaneField,
  fromX: number,
  fromZ: number,
  way: 1 | -1,
  step: number,
  goesOn: (x: number, z: number) => boolean,
): (readonly [number, number])[] {
  const line: (readonly [number, number])[] = [[fromX, fromZ]];
  let [x, z] = [fromX, fromZ];
  const unit = (px: number, pz: number): readonly [number, number] => {
    const [bx, bz] = field(px, pz);
    const b = Math.hypot(bx, bz) || 1;
    return [(way * bx) / b, (way * bz) / b];
  };
  for (let n = 0; n < MOST_STEPS; n++) {
    const a = unit(x, z);
    const b = unit(x + (step / 2) * a[0], z + (step / 2) * a[1]);
    const c = unit(x + (step / 2) * b[0], z + (step / 2) * b[1]);
    const d = unit(x + step * c[0], z + step * c[1]);
    x += (step / 6) * (a[0] + 2 * b[0] + 2 * c[0] + d[0]);
    z += (step / 6) * (a[1] + 2 * b[1] + 2 * c[1] + d[1]);
    line.push([x, z]);
    if (!goesOn(x, z)) break;
  }
  return line;
}
