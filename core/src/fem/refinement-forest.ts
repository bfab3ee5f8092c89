import type { Grid } from './grid.js';
import type { Triangulation } from './triangulate.js';

/**
 * Triangles of the straight half-plane that can be cut in two where more are wanted. Of every triangle
 * the first corner is the newest; the side opposite to it is the next to be cut.
 * Source: Mitchell, ACM TOMS 15, 326 (1989), newest vertex bisection.
 */
export interface RefinementForest {
  readonly grid: Grid;
  /** Where each corner lies on the straight grid: radius squared, m², and height, m. */
  readonly s: Float64Array;
  readonly y: Float64Array;
  /** Three corners a triangle. */
  readonly corners: Int32Array;
  /** First of the two triangles that each was cut into, −1 for one that is whole. */
  readonly firstChild: Int32Array;
  /** The triangle that each was cut from in the end; these are the first ones. */
  readonly rootElement: Int32Array;
  readonly roots: number;
  /** Whether the first ones are those of the grid's cells, two each. */
  readonly onGrid: boolean;
}

/** The two triangles of every cell, cut along its rising diagonal or its falling one. */
export function initialForest(
  grid: Grid,
  rises: (i: number, j: number) => boolean,
): RefinementForest {
  const across = grid.r.length - 1;
  const up = grid.z.length - 1;
  const corners = new Int32Array(across * up * 6);
  const corner = (i: number, j: number): number => j * (across + 1) + i;
  let at = 0;
  for (let j = 0; j < up; j++) {
    for (let i = 0; i < across; i++) {
      const [a, b] = [corner(i, j), corner(i + 1, j)];
      const [c, d] = [corner(i + 1, j + 1), corner(i, j + 1)];
      corners.set(rises(i, j) ? [b, c, a, d, a, c] : [a, b, d, c, d, b], at);
      at += 6;
    }
  }
  const roots = across * up * 2;
  const points = (across + 1) * (up + 1);
  return {
    grid,
    s: Float64Array.from({ length: points }, (_, k) => grid.r[k % (across + 1)]! ** 2),
    y: Float64Array.from({ length: points }, (_, k) => grid.z[Math.floor(k / (across + 1))]!),
    corners,
    firstChild: new Int32Array(roots).fill(-1),
    rootElement: Int32Array.from({ length: roots }, (_, t) => t),
    roots,
    onGrid: true,
  };
}

/** Triangles that are there already, the longest side of each opposite to its first corner. */
export function forestFrom(grid: Grid, { x, y, corners }: Triangulation): RefinementForest {
  const roots = corners.length / 3;
  return {
    grid,
    s: x.map((r) => r * r),
    y,
    corners,
    firstChild: new Int32Array(roots).fill(-1),
    rootElement: Int32Array.from({ length: roots }, (_, t) => t),
    roots,
    onGrid: false,
  };
}

/** The whole triangles, those of one cell together. */
export function activeTriangles({ firstChild, roots }: RefinementForest): Int32Array {
  const leaves: number[] = [];
  const visit = (t: number): void => {
    if (firstChild[t]! < 0) leaves.push(t);
    else {
      visit(firstChild[t]!);
      visit(firstChild[t]! + 1);
    }
  };
  for (let t = 0; t < roots; t++) visit(t);
  return Int32Array.from(leaves);
}

/** Two corners as one number. */
const sideKey = (a: number, b: number): number => (a < b ? a * 0x4000000 + b : b * 0x4000000 + a);

/**
 * The forest with whole triangles cut into four of half the size, and neighbours so that no corner lies
 * on a side: of every triangle with a side to be cut the one opposite to its first corner is cut, too.
 */
export function refineForest(forest: RefinementForest, marked: Iterable<number>): RefinementForest {
  const s = Array.from(forest.s);
  const y = Array.from(forest.y);
  const corners = Array.from(forest.corners);
  const child = Array.from(forest.firstChild);
  const root = Array.from(forest.rootElement);
  const leaves = activeTriangles(forest);
  /** Middles of the sides to be cut; −1 while it is not made yet. */
  const cuts = new Map<number, number>();
  const sides = (t: number): [number, number, number] => {
    const [p, a, b] = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!];
    return [sideKey(a, b), sideKey(p, a), sideKey(b, p)];
  };
  for (const t of marked) for (const side of sides(t)) cuts.set(side, -1);
  for (let more = true; more;) {
    more = false;
    for (const t of leaves) {
      const [base, left, right] = sides(t);
      if (cuts.has(base) || !(cuts.has(left) || cuts.has(right))) continue;
      cuts.set(base, -1);
      more = true;
    }
  }
  const cut = (t: number): void => {
    const [p, a, b] = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!];
    const side = sideKey(a, b);
    let middle = cuts.get(side);
    if (middle === undefined) return;
    if (middle < 0) {
      middle = s.length;
      s.push((s[a]! + s[b]!) / 2);
      y.push((y[a]! + y[b]!) / 2);
      cuts.set(side, middle);
    }
    const first = child.length;
    child[t] = first;
    corners.push(middle, p, a, middle, b, p);
    child.push(-1, -1);
    root.push(root[t]!, root[t]!);
    cut(first);
    cut(first + 1);
  };
  for (const t of leaves) cut(t);
  return {
    ...forest,
    s: Float64Array.from(s),
    y: Float64Array.from(y),
    corners: Int32Array.from(corners),
    firstChild: Int32Array.from(child),
    rootElement: Int32Array.from(root),
  };
}

/** The whole triangle in which a place of the straight grid lies. */
export function leafAt(forest: RefinementForest, place: { x: number; y: number }): number {
  const { s, y, corners, firstChild } = forest;
  const square = place.x * place.x;
  /** On which side of the line from a to b a point lies. */
  const side = (a: number, b: number, ps: number, py: number): number =>
    (s[b]! - s[a]!) * (py - y[a]!) - (ps - s[a]!) * (y[b]! - y[a]!);
  let t = forest.onGrid ? rootOnGrid(forest, place, side) : rootAmong(forest, place);
  while (firstChild[t]! >= 0) {
    const first = firstChild[t]!;
    const [middle, apex, end] = [
      corners[3 * first]!,
      corners[3 * first + 1]!,
      corners[3 * first + 2]!,
    ];
    const own = side(middle, apex, s[end]!, y[end]!);
    t = side(middle, apex, square, place.y) * own >= 0 ? first : first + 1;
  }
  return t;
}

function rootOnGrid(
  { grid, s, y, corners }: RefinementForest,
  place: { x: number; y: number },
  side: (a: number, b: number, ps: number, py: number) => number,
): number {
  const across = grid.r.length - 1;
  const t = 2 * (cellOf(grid.z, place.y) * across + cellOf(grid.r, place.x));
  // The diagonal lies opposite to the first triangle's first corner.
  const [p, a, b] = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!];
  return side(a, b, place.x * place.x, place.y) * side(a, b, s[p]!, y[p]!) < 0 ? t + 1 : t;
}

/** The first triangles whose boxes reach into each of many even cells of the whole. */
interface Bins {
  readonly across: number;
  readonly up: number;
  readonly members: readonly (readonly number[])[];
}
const binsOf = new WeakMap<Int32Array, Bins>();

function makeBins({ grid, s, y, corners, roots }: RefinementForest): Bins {
  const [far, low, high] = [grid.r[grid.r.length - 1]!, grid.z[0]!, grid.z[grid.z.length - 1]!];
  const across = Math.ceil(Math.sqrt((4 * roots * far) / (high - low)));
  const up = Math.ceil((across * (high - low)) / far);
  const members: number[][] = Array.from({ length: across * up }, () => []);
  for (let t = 0; t < roots; t++) {
    const [a, b, c] = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!];
    const bin = (at: number, from: number, to: number, count: number): number =>
      Math.max(0, Math.min(count - 1, Math.floor(((at - from) / (to - from)) * count)));
    const [i0, i1] = [Math.min(s[a]!, s[b]!, s[c]!), Math.max(s[a]!, s[b]!, s[c]!)].map((at) =>
      bin(Math.sqrt(at), 0, far, across),
    ) as [number, number];
    const [j0, j1] = [Math.min(y[a]!, y[b]!, y[c]!), Math.max(y[a]!, y[b]!, y[c]!)].map((at) =>
      bin(at, low, high, up),
    ) as [number, number];
    for (let j = j0; j <= j1; j++) for (let i = i0; i <= i1; i++) members[j * across + i]!.push(t);
  }
  return { across, up, members };
}

/** The first triangle that holds a place, or comes nearest to holding it. */
function rootAmong(forest: RefinementForest, place: { x: number; y: number }): number {
  const { grid, s, y, corners, rootElement } = forest;
  const square = place.x * place.x;
  let bins = binsOf.get(rootElement);
  if (!bins) binsOf.set(rootElement, (bins = makeBins(forest)));
  const [far, low, high] = [grid.r[grid.r.length - 1]!, grid.z[0]!, grid.z[grid.z.length - 1]!];
  const i = Math.max(0, Math.min(bins.across - 1, Math.floor((place.x / far) * bins.across)));
  const j = Math.max(
    0,
    Math.min(bins.up - 1, Math.floor(((place.y - low) / (high - low)) * bins.up)),
  );
  let best = 0;
  let most = -Infinity;
  for (const t of bins.members[j * bins.across + i]!) {
    const [a, b, c] = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!];
    const [us, uy, vs, vy] = [s[b]! - s[a]!, y[b]! - y[a]!, s[c]! - s[a]!, y[c]! - y[a]!];
    const [ws, wy] = [square - s[a]!, place.y - y[a]!];
    const double = us * vy - vs * uy;
    const [p, q] = [(ws * vy - vs * wy) / double, (us * wy - ws * uy) / double];
    const inside = Math.min(p, q, 1 - p - q);
    if (inside > most) [best, most] = [t, inside];
    if (inside >= 0) break;
  }
  return best;
}

function cellOf(lines: Float64Array, at: number): number {
  let [low, high] = [0, lines.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (lines[middle]! <= at) low = middle;
    else high = middle;
  }
  return low;
}
