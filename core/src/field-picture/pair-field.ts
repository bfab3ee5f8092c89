import { MU_0 } from '../constants.js';
import { chargeField, type ChargeRings, type FieldAndGradient } from '../lifting/index.js';
import { evaluateMagnet, faceHeight, type MagnetDesign } from '../magnet/index.js';
import { gaussLegendre } from '../numerics/index.js';
import { boundaryCharges, type CoreState, type CurrentSheet } from '../straight-core/index.js';

/** Field along the plane through both axes, T: x to the right, z toward the tips. */
export type PlaneField = (x: number, z: number) => readonly [x: number, z: number];

/** What of a pair’s field lies in the plane through both axes. */
export interface PairParts {
  readonly core: CoreState;
  readonly sheets: readonly CurrentSheet[];
  /** Between the axes, m, and whether the tips are unlike poles. */
  readonly spacing: number;
  readonly opposed: boolean;
}

/**
 * Field of two cores side by side outside the steel, by tier 1: the charges of one leg round its axis,
 * those of its half of the yoke round the yoke’s, and the mirror image of both across the middle plane,
 * charges turned where the poles are opposed. Inside a core or a winding what is magnetised there is
 * added. The legs lie at x = ∓ spacing/2, the magnetised one on the left.
 */
export function pairField({ core, sheets, spacing, opposed }: PairParts): PlaneField {
  const half = spacing / 2;
  const all = detailedCharges(core, sheets);
  // Along the path the yoke comes before the leg, whose rear end is at 0.
  const leg = among(all, (z) => z >= -1e-9);
  const yoke = among(all, (z) => z < -1e-9);
  const { boundaries, outerRadius, innerRadius, count } = core.prepared.core;
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
    chargeField(leg, r, z, at);
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
    if (yoke.charge.length > 0) {
      // The path runs from the middle to the left: its coordinate is −half at x = 0.
      const s = -half - x;
      const height = Math.max(Math.abs(z), 1e-7);
      chargeField(yoke, height, s, at);
      bx -= at.hz;
      bz += at.hr * Math.sign(z || 1);
      if (height < thick && s > -half && s < 0) bx -= core.magnetisation[segmentAt(s)]!;
    }
    out[0] = MU_0 * bx;
    out[1] = MU_0 * bz;
  };
  const [left, right]: [number, number][] = [
    [0, 0],
    [0, 0],
  ];
  return (x, z) => {
    own(x, z, left!);
    own(-x, z, right!);
    return [left![0] - sign * right![0], left![1] + sign * right![1]];
  };
}

/** Rings along a side lie no farther apart than so many of its radii. */
const SIDE_RINGS = 0.4;

/** All charges of a core and its winding as rings close enough to be looked at from near by. */
function detailedCharges(core: CoreState, sheets: readonly CurrentSheet[]): ChargeRings {
  const [radius, z, charge]: [number[], number[], number[]] = [[], [], []];
  const put = (r: number, height: number, q: number): void => {
    radius.push(r);
    z.push(height);
    charge.push(q);
  };
  const charges = boundaryCharges(core);
  core.prepared.patches.forEach(({ from, to, rings }, b) => {
    for (const ring of rings) {
      const count = Math.max(1, Math.ceil((to - from) / (SIDE_RINGS * ring.radius)));
      for (let i = 0; i < count; i++) {
        put(
          ring.radius,
          from + ((i + 0.5) * (to - from)) / count,
          (charges[b]! * ring.share) / count,
        );
      }
    }
  });
  const { nodes, weights } = gaussLegendre(END_RINGS);
  for (const { ampereTurns, from, to, radius: a } of sheets) {
    const pole = (ampereTurns / (to - from)) * Math.PI * a ** 2;
    // Even over the disc at each end: Gauss points of the radius squared.
    nodes.forEach((node, k) => {
      put(a * Math.sqrt(node), from, -pole * weights[k]!);
      put(a * Math.sqrt(node), to, pole * weights[k]!);
    });
  }
  return {
    radius: Float64Array.from(radius),
    z: Float64Array.from(z),
    charge: Float64Array.from(charge),
  };
}
const END_RINGS = 4;

function among(rings: ChargeRings, is: (z: number) => boolean): ChargeRings {
  const kept = Array.from(rings.z.keys()).filter((i) => is(rings.z[i]!));
  const of = (values: Float64Array) => Float64Array.from(kept, (i) => values[i]!);
  return { radius: of(rings.radius), z: of(rings.z), charge: of(rings.charge) };
}

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
  const field = pairField({ core, sheets, spacing, opposed });
  const around = 0.35 * tip;
  const half = spacing / 2 + winding.outerRadius + 0.45 * tip;
  const [low, high] = [-around, tip + 1.2 * around];
  const rows = Math.round((COLUMNS * (high - low)) / (2 * half));
  const strength = new Float32Array(COLUMNS * rows);
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < COLUMNS; i++) {
      const [bx, bz] = field(
        -half + (2 * half * i) / (COLUMNS - 1),
        low + ((high - low) * j) / (rows - 1),
      );
      const k = j * COLUMNS + i;
      strength[k] = Math.hypot(bx, bz);
    }
  }
  const inside = (x: number, z: number): boolean => Math.abs(x) <= half && z >= low && z <= high;
  /** In a leg or its winding, 1 left and 2 right; in the yoke, 3; 0 outside. */
  const legAt = (x: number, z: number): number => {
    const [start, end] = [design.winding.start, design.winding.end];
    const r = Math.abs(Math.abs(x) - spacing / 2);
    if (pair.yoke !== 'none' && Math.abs(z) < design.core.diameter / 2) {
      if (Math.abs(x) < spacing / 2 + design.core.diameter / 2) return 3;
    }
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
