import { MU_0, STANDARD_GRAVITY, spheroidFactor } from '../../physics/index.js';
import { seededRandom, type Random } from '../../numerics/index.js';
import type { SheetField, SheetVector } from './sources.js';

/** The sheet, m. */
export const SHEET = { width: 0.2, height: 0.14 } as const;
/** A filing as they are sieved for schools, m. Common practice, no source. */
export const FILING = { length: 1e-3, diameter: 0.2e-3 } as const;

export const IRON_KG_PER_M3 = 7860;
/** Iron on paper. Common practice, no source. */
const FRICTION = 0.4;
/** While the sheet trembles under a tap, so much of the friction is left. A guess. */
const TREMBLING = 0.1;
/**
 * What a tap does: for so long it throws a filing up, s, and so much of a full hop that bounce throws it
 * about; after the first it trembles more than it hops. From memory: half a millimetre high and less.
 */
const BOUNCES_OF_TAP = [
  { time: 0.01, hop: 1 },
  { time: 0.008, hop: 0.4 },
  { time: 0.008, hop: 0.1 },
  { time: 0.008, hop: 0.05 },
  { time: 0.008, hop: 0.03 },
  { time: 0.008, hop: 0.02 },
  { time: 0.008, hop: 0.01 },
  { time: 0.008, hop: 0.01 },
  { time: 0.008, hop: 0.01 },
] as const;
/** By how much a full hop throws it about, m and rad. A guess by eye. */
const HOP_M = 0.25e-3;
const HOP_RAD = 0.35;
/** No step is longer: pieces of a filing, and rad. */
const MOST_STEP = 0.5;
const MOST_TURN = 0.5;
/** Iron is full at this magnetisation, A/m. Bozorth, Ferromagnetism (1951). */
const FULL_A_PER_M = 1.71e6;

const VOLUME = (Math.PI / 4) * FILING.diameter ** 2 * FILING.length;
const MASS = IRON_KG_PER_M3 * VOLUME;
const WEIGHT = MASS * STANDARD_GRAVITY;
const INERTIA = (MASS * FILING.length ** 2) / 12;
/** Along a filing M = H ÷ N: its own poles hold it back, not its iron. */
const ALONG = 1 / spheroidFactor(FILING.length / FILING.diameter);
/** Poles of two filings come no nearer than their thickness, m. */
const NEAREST = FILING.diameter;
const REACH = 2.2 * FILING.length;
const CELL = REACH;
/** Closer than this the middles of two push one another off, m. */
const CLOSE = 1.5 * FILING.diameter;
/** μ0 p p/4π, N m², that even at a filing’s thickness is a thousandth of its weight. */
const UNFELT = 1e-3 * WEIGHT * NEAREST ** 2;

/** Filings on a sheet: places in metres from its middle, and the way each lies, rad. */
export interface Filings {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly angle: Float64Array;
}

/** Sprinkled evenly. The same seed gives the same sheet. */
export function sprinkle(count: number, seed: number): Filings {
  const random = seededRandom(seed);
  const some = (width: number) =>
    Float64Array.from({ length: count }, () => (random() - 0.5) * width);
  return { x: some(SHEET.width), y: some(SHEET.height), angle: some(2 * Math.PI) };
}

/** One sprinkling more on what lies there. */
export function sprinkleOn(filings: Filings, count: number, seed: number): Filings {
  const more = sprinkle(count, seed);
  const both = (key: keyof Filings) => Float64Array.from([...filings[key], ...more[key]]);
  return { x: both('x'), y: both('y'), angle: both('angle') };
}

const STEP = 1e-3;
const COLUMNS = Math.round(SHEET.width / STEP) + 1;
const ROWS = Math.round(SHEET.height / STEP) + 1;

/** A field on a grid of a millimetre, with what pulls on iron: the gradient of B². */
export class GriddedField {
  private readonly values = new Float64Array(COLUMNS * ROWS * 3);
  /** Of the field that was gridded, so many times: 1 A for a current of 1 A. */
  scale = 1;

  constructor(field: SheetField) {
    for (let j = 0; j < ROWS; j++) {
      for (let i = 0; i < COLUMNS; i++) {
        const at = field(i * STEP - SHEET.width / 2, j * STEP - SHEET.height / 2);
        this.values.set(at, 3 * (j * COLUMNS + i));
      }
    }
  }

  /** T at a place, between the points of the grid. */
  at(x: number, y: number): SheetVector {
    const out: [number, number, number] = [0, 0, 0];
    this.read(x, y, out);
    return out;
  }

  read(x: number, y: number, out: [number, number, number]): void {
    const u = clamp((x + SHEET.width / 2) / STEP, 0, COLUMNS - 1.000001);
    const v = clamp((y + SHEET.height / 2) / STEP, 0, ROWS - 1.000001);
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [p, q] = [u - i, v - j];
    const at = 3 * (j * COLUMNS + i);
    const up = 3 * COLUMNS;
    const { values, scale } = this;
    for (let k = 0; k < 3; k++) {
      out[k] =
        scale *
        ((values[at + k]! * (1 - p) + values[at + 3 + k]! * p) * (1 - q) +
          (values[at + up + k]! * (1 - p) + values[at + up + 3 + k]! * p) * q);
    }
  }
}

const clamp = (value: number, least: number, most: number): number =>
  Math.min(most, Math.max(least, value));

/** How filings lie. */
export interface Pattern {
  /** Share of all within 20° of the field along the sheet; 2/9 by chance. */
  readonly along: number;
  /** Share that lies where the field can be seen: among their likes in strength more than half lie along it. */
  readonly seen: number;
  /** The weakest field that can be seen, T; null where none can. */
  readonly weakest: number | null;
}

/** So many filings of like strength are judged together. */
const LIKES = 100;

/** What can be seen of a field in the filings on the sheet. */
export function patternOf(filings: Filings, field: GriddedField): Pattern {
  const { x, y, angle } = filings;
  const count = x.length;
  const b: [number, number, number] = [0, 0, 0];
  const strength = new Float64Array(count);
  const lies = new Uint8Array(count);
  let along = 0;
  for (let i = 0; i < count; i++) {
    field.read(x[i]!, y[i]!, b);
    strength[i] = Math.hypot(b[0], b[1]);
    const off = Math.abs(Math.sin(angle[i]! - Math.atan2(b[1], b[0])));
    if (off < Math.sin(Math.PI / 9)) {
      lies[i] = 1;
      along++;
    }
  }
  const order = Uint32Array.from(strength.keys()).sort((i, j) => strength[j]! - strength[i]!);
  let seen = 0;
  let weakest: number | null = null;
  for (let from = 0; from < count; from += LIKES) {
    const likes = order.subarray(from, from + LIKES);
    const lying = likes.reduce((sum, i) => sum + lies[i]!, 0);
    if (2 * lying <= likes.length) continue;
    seen += likes.length;
    weakest = strength[likes[likes.length - 1]!]!;
  }
  return { along: count > 0 ? along / count : 0, seen: count > 0 ? seen / count : 0, weakest };
}

/** The weakest field along the sheet that turns a filing which lies still, without a tap, T. */
export function rotationThreshold(): number {
  // Moment × B against friction at the two ends of a rod on its own weight: μ m g l/4.
  return Math.sqrt((FRICTION * WEIGHT * FILING.length * MU_0) / (4 * ALONG * VOLUME));
}

/**
 * The weakest field out of the sheet in which a filing that was thrown up stands rather than lies, T:
 * its magnetic energy V B²/(2 μ0 N) against its weight lifted by half its length.
 */
export function uprightThreshold(): number {
  return Math.sqrt((WEIGHT * FILING.length * MU_0) / (ALONG * VOLUME));
}

/**
 * One bounce of a tap, 0 the first and longest; or, with null, a moment in which nobody taps, and only
 * what is stronger than friction moves. Filings are rods with a pole at each end: pushed toward the
 * stronger field, turned along it, drawn to one another’s unlike poles and off their like ones.
 * A filing that leaves the sheet is gone.
 * @returns the filings that are left; the arrays that were given are moved, not copied.
 */
export function applyBounce(
  filings: Filings,
  field: GriddedField,
  bounce: number | null,
  random: Random,
): Filings {
  const { x, y, angle } = filings;
  const count = x.length;
  const { time, hop } = BOUNCES_OF_TAP[Math.min(bounce ?? 0, BOUNCES_OF_TAP.length - 1)]!;
  const rub = FRICTION * WEIGHT * (bounce === null ? 1 : TREMBLING);
  const rubTurn = (rub * FILING.length) / 4;
  const noise = bounce === null ? 0 : hop;
  const forces = dipoleForces(filings, field);
  const perForce = (time * time) / (2 * MASS);
  const perTorque = (time * time) / (2 * INERTIA);
  const most = MOST_STEP * FILING.length;
  let kept = 0;
  for (let i = 0; i < count; i++) {
    const size = Math.hypot(forces.x[i]!, forces.y[i]!);
    const free = size > rub ? (size - rub) / size : 0;
    const step = Math.min(most, perForce * size * free);
    let [dx, dy, turn] = [0, 0, 0];
    if (step > 0) {
      dx = (step * forces.x[i]!) / size;
      dy = (step * forces.y[i]!) / size;
    }
    const torque = forces.turn[i]!;
    const twist = Math.max(0, Math.abs(torque) - rubTurn);
    turn = Math.sign(torque) * Math.min(MOST_TURN, perTorque * twist);
    if (noise > 0) {
      dx += (random() + random() - 1) * 2 * HOP_M * noise;
      dy += (random() + random() - 1) * 2 * HOP_M * noise;
      turn += (random() + random() - 1) * 2 * HOP_RAD * noise;
    }
    const [nx, ny] = [x[i]! + dx, y[i]! + dy];
    if (Math.abs(nx) > SHEET.width / 2 || Math.abs(ny) > SHEET.height / 2) continue;
    x[kept] = nx;
    y[kept] = ny;
    angle[kept] = angle[i]! + turn;
    kept++;
  }
  return kept === count
    ? filings
    : { x: x.slice(0, kept), y: y.slice(0, kept), angle: angle.slice(0, kept) };
}

/** How many bounces one tap has. */
export const BOUNCES = BOUNCES_OF_TAP.length;

/** Force along the sheet, N, and torque about the vertical, N m, on every filing. */
function dipoleForces(
  filings: Filings,
  field: GriddedField,
): { x: Float64Array; y: Float64Array; turn: Float64Array } {
  const { x, y, angle } = filings;
  const count = x.length;
  const out = {
    x: new Float64Array(count),
    y: new Float64Array(count),
    turn: new Float64Array(count),
  };
  const pole = new Float64Array(count);
  const [ux, uy] = [new Float64Array(count), new Float64Array(count)];
  const half = FILING.length / 2;
  const head: [number, number, number] = [0, 0, 0];
  const tail: [number, number, number] = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const [cx, cy] = [Math.cos(angle[i]!), Math.sin(angle[i]!)];
    ux[i] = cx;
    uy[i] = cy;
    field.read(x[i]! + half * cx, y[i]! + half * cy, head);
    field.read(x[i]! - half * cx, y[i]! - half * cy, tail);
    // Induced by the field along it, so the pole is at the end that the field points to.
    const b = ((head[0] + tail[0]) * cx + (head[1] + tail[1]) * cy) / 2;
    const magnetisation = clamp((ALONG * b) / MU_0, -FULL_A_PER_M, FULL_A_PER_M);
    const p = (magnetisation * VOLUME) / FILING.length;
    pole[i] = p;
    // A pole p in B feels p B: the two ends of a filing differ by the gradient.
    out.x[i] = p * (head[0] - tail[0]);
    out.y[i] = p * (head[1] - tail[1]);
    out.turn[i] = p * half * (cx * (head[1] + tail[1]) - cy * (head[0] + tail[0]));
  }
  const near = neighbours(x, y);
  for (let i = 0; i < count; i++) {
    const [xi, yi, uxi, uyi, pi] = [x[i]!, y[i]!, half * ux[i]!, half * uy[i]!, pole[i]!];
    let [fx, fy, turn] = [0, 0, 0];
    near.each(i, (j) => {
      const dx = x[j]! - xi;
      const dy = y[j]! - yi;
      const d2 = dx * dx + dy * dy;
      if (d2 > REACH * REACH) return;
      const strength = (-MU_0 * pi * pole[j]!) / (4 * Math.PI);
      // Even touching they would not feel one another.
      if (Math.abs(strength) > UNFELT) {
        const uxj = half * ux[j]!;
        const uyj = half * uy[j]!;
        let [gx, gy, counterTurn] = [0, 0, 0];
        for (let s = -1; s <= 1; s += 2) {
          for (let t = -1; t <= 1; t += 2) {
            const ex = dx + t * uxj - s * uxi;
            const ey = dy + t * uyj - s * uyi;
            const r2 = Math.max(ex * ex + ey * ey, NEAREST * NEAREST);
            // Like poles part: the force on i points from j's pole away.
            const f = (strength * s * t) / (r2 * Math.sqrt(r2));
            gx += f * ex;
            gy += f * ey;
            turn += s * f * (uxi * ey - uyi * ex);
            counterTurn -= t * f * (uxj * ey - uyj * ex);
          }
        }
        fx += gx;
        fy += gy;
        out.x[j]! -= gx;
        out.y[j]! -= gy;
        out.turn[j]! += counterTurn;
      }
      // Two cannot be in one place: they push one another off sideways as hard as they weigh.
      if (d2 < CLOSE * CLOSE) {
        const d = Math.sqrt(d2) || 1e-9;
        const f = (3 * WEIGHT * (CLOSE - d)) / CLOSE / d;
        fx -= f * dx;
        fy -= f * dy;
        out.x[j]! += f * dx;
        out.y[j]! += f * dy;
      }
    });
    out.x[i]! += fx;
    out.y[i]! += fy;
    out.turn[i]! += turn;
  }
  return out;
}

/** Who lies near whom, by boxes of the reach. */
function neighbours(x: Float64Array, y: Float64Array) {
  const columns = Math.ceil(SHEET.width / CELL) + 1;
  const rows = Math.ceil(SHEET.height / CELL) + 1;
  const starts = new Int32Array(columns * rows + 1);
  const boxes = new Int32Array(x.length);
  for (let i = 0; i < x.length; i++) {
    const column = clamp(Math.floor((x[i]! + SHEET.width / 2) / CELL), 0, columns - 1);
    const row = clamp(Math.floor((y[i]! + SHEET.height / 2) / CELL), 0, rows - 1);
    const box = row * columns + column;
    boxes[i] = box;
    starts[box + 1]!++;
  }
  for (let b = 0; b < columns * rows; b++) starts[b + 1]! += starts[b]!;
  const members = new Int32Array(x.length);
  const next = starts.slice();
  for (let i = 0; i < x.length; i++) members[next[boxes[i]!]!++] = i;
  return {
    /** Each pair once: the rest of the box of i, the next box of its row, three of the next row. */
    each(i: number, visit: (j: number) => void): void {
      const box = boxes[i]!;
      const column = box % columns;
      const last = column === columns - 1 ? box : box + 1;
      const own = starts[box + 1]!;
      for (let k = starts[box]!; k < own; k++) if (members[k]! > i) visit(members[k]!);
      for (let k = own; k < starts[last + 1]!; k++) visit(members[k]!);
      if (box + columns >= columns * rows) return;
      const first = box + columns - (column > 0 ? 1 : 0);
      const to = starts[last + columns + 1]!;
      for (let k = starts[first]!; k < to; k++) visit(members[k]!);
    },
  };
}
