import Delaunator from 'delaunator';
import type { FieldProblem } from './field-problem.js';
import type { Grid } from './grid.js';
import type { Rectangle } from './shapes.js';

/** Corners and triangles, counter-clockwise, three corners each. */
export interface Triangulation {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly corners: Int32Array;
}

/** How large triangles are. */
export interface Grading {
  /** At the singular edges of steel, over its thickness or the gap before it. */
  readonly finest: number;
  /** Growth of the size with the distance from these edges, and from other sides. */
  readonly growth: number;
  /** Largest triangle over the geometry's size. */
  readonly largest: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}
/** A straight side that no triangle may cross, along one of the axes. */
interface Side {
  readonly from: Point;
  readonly to: Point;
}

/**
 * Triangles over a box, through the sides of all parts, small at the edges of steel and growing away
 * from them. Sides are divided by the size wanted there, the rest is filled by the middles of a
 * quadtree's squares, Delaunay's triangles are taken of all; a side that they miss is divided anew.
 * Sources: Delaunay (1934), by the package delaunator; quadtree filling after Yerry & Shephard, IEEE
 * Comput. Graph. Appl. 3 (1), 39 (1983).
 */
export function triangulate(problem: FieldProblem, grid: Grid, grading: Grading): Triangulation {
  const steel = problem.bodies.flatMap(({ rectangles = [] }) => rectangles);
  const copper = problem.windings.map(({ rectangle }) => rectangle);
  const box: Rectangle = {
    r0: 0,
    r1: grid.r[grid.r.length - 1]!,
    z0: grid.z[0]!,
    z1: grid.z[grid.z.length - 1]!,
  };
  const { shell } = grid;
  const inner: Rectangle = { r0: 0, r1: shell.r, z0: shell.zLow, z1: shell.zHigh };
  const size = sizeFunction(steel, copper, box, inner, grading);
  const points = new Map<string, Point>();
  // Corners that differ by rounding alone are one.
  const grain = 1e-9 * (box.z1 - box.z0);
  const add = (p: Point): Point => {
    const key = `${Math.round(p.x / grain)} ${Math.round(p.y / grain)}`;
    const known = points.get(key);
    if (known) return known;
    points.set(key, p);
    return p;
  };
  const sides = dividedSides([...steel, ...copper, inner, box], size).map(({ from, to }): Side => ({
    from: add(from),
    to: add(to),
  }));
  const near = nearness(sides);
  for (const square of squares(box, size)) {
    const p = { x: square.x, y: square.y };
    if (near(p, 0.55 * square.size)) add(p);
  }
  return conforming([...points.values()], sides);
}

/** Share of the size elsewhere that triangles on the axis have. */
const ON_AXIS = 0.65;

/** Wanted size of triangles at a place, m. */
function sizeFunction(
  steel: readonly Rectangle[],
  copper: readonly Rectangle[],
  box: Rectangle,
  inner: Rectangle,
  { finest, growth, largest }: Grading,
): (x: number, y: number) => number {
  const whole = Math.max(
    ...[...steel, ...copper].map(({ r1 }) => 2 * r1),
    Math.max(...[...steel, ...copper].map(({ z1 }) => z1)) -
      Math.min(...[...steel, ...copper].map(({ z0 }) => z0)),
  );
  const edges = steel.flatMap((own, k) => {
    const { r0, r1, z0, z1 } = own;
    const gaps = steel.flatMap((other, l) => {
      if (l === k) return [];
      const apart = Math.hypot(
        Math.max(0, other.r0 - r1, r0 - other.r1),
        Math.max(0, other.z0 - z1, z0 - other.z1),
      );
      return apart > 0 ? [apart] : [];
    });
    const thin = Math.min(r1 - r0, z1 - z0);
    const least = finest * Math.min(thin, ...gaps.map((gap) => 4 * gap));
    return [r0, r1].flatMap((x) => (x === 0 ? [] : [z0, z1].map((y) => ({ x, y, least }))));
  });
  return (x, y) => {
    let size = largest * whole;
    for (const edge of edges) {
      size = Math.min(size, edge.least + growth * Math.hypot(x - edge.x, y - edge.y));
    }
    for (const { r0, r1, z0, z1 } of steel)
      size = Math.min(size, across(x, y, r0, r1, z0, z1, growth, 0.5));
    for (const { r0, r1, z0, z1 } of copper)
      size = Math.min(size, across(x, y, r0, r1, z0, z1, growth, 2.5));
    const out = Math.max(0, x - inner.r1, inner.z0 - y, y - inner.z1);
    if (out > 0) return Math.max(size, (box.r1 - inner.r1) / 4);
    // On the axis a node has neighbours on one side only, and its field is asked for most.
    return x < 2 * size ? ON_AXIS * size : size;
  };
}

/** Size that a part asks for: a share of its thickness within it, growing with the distance from it. */
function across(
  x: number,
  y: number,
  r0: number,
  r1: number,
  z0: number,
  z1: number,
  growth: number,
  share: number,
): number {
  const away = Math.hypot(Math.max(0, r0 - x, x - r1), Math.max(0, z0 - y, y - z1));
  return share * Math.min(r1 - r0, z1 - z0) + growth * away;
}

/** All sides of all boxes, cut where they meet and into parts of the size wanted there. */
function dividedSides(boxes: readonly Rectangle[], size: (x: number, y: number) => number): Side[] {
  const xs = [...new Set(boxes.flatMap(({ r0, r1 }) => [r0, r1]))].sort((p, q) => p - q);
  const ys = [...new Set(boxes.flatMap(({ z0, z1 }) => [z0, z1]))].sort((p, q) => p - q);
  const whole = new Map<string, Side>();
  const put = (from: Point, to: Point): void => {
    whole.set(`${from.x} ${from.y} ${to.x} ${to.y}`, { from, to });
  };
  for (const { r0, r1, z0, z1 } of boxes) {
    const [cutX, cutY] = [
      xs.filter((x) => x >= r0 && x <= r1),
      ys.filter((y) => y >= z0 && y <= z1),
    ];
    for (const y of [z0, z1]) {
      for (let k = 1; k < cutX.length; k++) put({ x: cutX[k - 1]!, y }, { x: cutX[k]!, y });
    }
    for (const x of [r0, r1]) {
      for (let k = 1; k < cutY.length; k++) put({ x, y: cutY[k - 1]! }, { x, y: cutY[k]! });
    }
  }
  return [...whole.values()].flatMap((side) => divided(side, size));
}

/** A side cut in halves until each is no longer than the size wanted in its middle. */
function divided(side: Side, size: (x: number, y: number) => number): Side[] {
  const { from, to } = side;
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  if (Math.hypot(to.x - from.x, to.y - from.y) <= 1.3 * size(middle.x, middle.y)) return [side];
  return [...divided({ from, to: middle }, size), ...divided({ from: middle, to }, size)];
}

/** Squares of a quadtree over the box no larger than the size wanted in their middles. */
function squares(
  { r0, r1, z0, z1 }: Rectangle,
  size: (x: number, y: number) => number,
): { x: number; y: number; size: number }[] {
  const found: { x: number; y: number; size: number }[] = [];
  const part = (x: number, y: number, half: number): void => {
    if (x - half > r1 || y - half > z1) return;
    if (2 * half > 1.15 * size(x, y)) {
      const q = half / 2;
      part(x - q, y - q, q);
      part(x + q, y - q, q);
      part(x - q, y + q, q);
      part(x + q, y + q, q);
    } else if (x < r1 && y < z1) {
      found.push({ x, y, size: 2 * half });
    }
  };
  const half = Math.max(r1 - r0, z1 - z0) / 2;
  part(r0 + half, z0 + half, half);
  return found;
}

/** Whether a place keeps a distance from all ends of sides. */
function nearness(sides: readonly Side[]): (p: Point, distance: number) => boolean {
  return (p, distance) =>
    sides.every(({ from, to }) => {
      const [ux, uy] = [to.x - from.x, to.y - from.y];
      const t = Math.max(
        0,
        Math.min(1, ((p.x - from.x) * ux + (p.y - from.y) * uy) / (ux * ux + uy * uy)),
      );
      return Math.hypot(p.x - from.x - t * ux, p.y - from.y - t * uy) >= distance;
    });
}

const MOST_ROUNDS = 12;

/** Delaunay's triangles with every side among theirs; sides they miss are halved. */
function conforming(points: readonly Point[], sides: readonly Side[]): Triangulation {
  const all = [...points];
  const numberOf = new Map(all.map((p, k) => [p, k]));
  let wanted = sides.map(({ from, to }) => [numberOf.get(from)!, numberOf.get(to)!] as const);
  for (let round = 0; ; round++) {
    const { triangles } = Delaunator.from(
      all,
      ({ x }) => x,
      ({ y }) => y,
    );
    const there = new Set<number>();
    const key = (a: number, b: number): number => Math.min(a, b) * all.length + Math.max(a, b);
    for (let t = 0; t < triangles.length; t += 3) {
      for (let k = 0; k < 3; k++) there.add(key(triangles[t + k]!, triangles[t + ((k + 1) % 3)]!));
    }
    const missing = wanted.filter(([a, b]) => !there.has(key(a, b)));
    if (missing.length === 0 || round === MOST_ROUNDS) return oriented(all, triangles);
    const lost = new Set(missing);
    wanted = wanted.flatMap((side) => {
      if (!lost.has(side)) return [side];
      const [a, b] = side;
      const middle = all.length;
      all.push({ x: (all[a]!.x + all[b]!.x) / 2, y: (all[a]!.y + all[b]!.y) / 2 });
      return [[a, middle] as const, [middle, b] as const];
    });
  }
}

/** Triangles counter-clockwise, those without an area left out, the side opposite to the first corner the longest. */
function oriented(points: readonly Point[], triangles: Uint32Array): Triangulation {
  const corners: number[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const three = [triangles[t]!, triangles[t + 1]!, triangles[t + 2]!];
    const [a, b, c] = three.map((k) => points[k]!) as [Point, Point, Point];
    const double = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    const lengths = [
      Math.hypot(c.x - b.x, c.y - b.y),
      Math.hypot(a.x - c.x, a.y - c.y),
      Math.hypot(b.x - a.x, b.y - a.y),
    ];
    const longest = Math.max(...lengths);
    if (Math.abs(double) < 1e-9 * longest * longest) continue;
    if (double < 0) {
      [three[1], three[2]] = [three[2]!, three[1]!];
      [lengths[1], lengths[2]] = [lengths[2]!, lengths[1]!];
    }
    const k = lengths.indexOf(longest);
    corners.push(three[k]!, three[(k + 1) % 3]!, three[(k + 2) % 3]!);
  }
  return {
    x: Float64Array.from(points, ({ x }) => x),
    y: Float64Array.from(points, ({ y }) => y),
    corners: Int32Array.from(corners),
  };
}
