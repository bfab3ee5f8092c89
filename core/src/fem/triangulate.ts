import Delaunator from 'delaunator';
import type { FieldProblem } from './field-problem.js';
import type { Grading } from './grading.js';
import type { Grid } from './grid.js';
import type { Place, Rectangle } from './shapes.js';

/** Corners and triangles, counter-clockwise, three corners each. */
export interface Triangulation {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly corners: Int32Array;
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
 * quadtree's squares, Delaunay's triangles are taken of all; a side that they miss is divided again.
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
  const outlines = problem.bodies.flatMap(({ outline }) => (outline ? [outline] : []));
  const size = sizeFunction(steel, copper, outlines, box, inner, grading);
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
  const straight = sidesOf([...steel, ...copper, inner, box], outlines.flat());
  const round = outlines.flatMap((outline) => freeSides(outline, [...steel, ...copper]));
  const sides = [...straight, ...round]
    .flatMap((side) => divided(side, size))
    .map(({ from, to }): Side => ({ from: add(from), to: add(to) }));
  for (const middle of middles(box, size, sides)) add(middle);
  return conforming([...points.values()], sides);
}

/** Wanted size of triangles at a place, m. */
function sizeFunction(
  steel: readonly Rectangle[],
  copper: readonly Rectangle[],
  outlines: readonly (readonly Place[])[],
  box: Rectangle,
  inner: Rectangle,
  { finest, growth, largest, axis }: Grading,
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
  const turns = outlines.flatMap((outline) =>
    outline.map(({ r, z }) => {
      const away = Math.max(distanceTo(steel, r, z), THINNEST * whole);
      return { x: r, y: z, least: ROUND * away };
    }),
  );
  return (x, y) => {
    let size = largest * whole;
    for (const turn of turns) {
      size = Math.min(size, turn.least + growth * Math.hypot(x - turn.x, y - turn.y));
    }
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
    return x < 2 * size ? axis * size : size;
  };
}

/** Size of triangles along an outline over its distance from steel. */
const ROUND = 0.2;
/** Least distance that counts, over the geometry's size: a film is not worth finer triangles. */
const THINNEST = 5e-3;

/** How far a place is from the nearest piece of steel; 0 in it. */
function distanceTo(steel: readonly Rectangle[], r: number, z: number): number {
  return Math.min(
    ...steel.map(({ r0, r1, z0, z1 }) =>
      Math.hypot(Math.max(0, r0 - r, r - r1), Math.max(0, z0 - z, z - z1)),
    ),
  );
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

/** All sides of all boxes, cut where they meet one another or the corner of an outline. */
function sidesOf(boxes: readonly Rectangle[], corners: readonly Place[]): Side[] {
  const xs = boxes.flatMap(({ r0, r1 }) => [r0, r1]);
  const ys = boxes.flatMap(({ z0, z1 }) => [z0, z1]);
  const whole = new Map<string, Side>();
  const put = (from: Point, to: Point): void => {
    whole.set(`${from.x} ${from.y} ${to.x} ${to.y}`, { from, to });
  };
  for (const { r0, r1, z0, z1 } of boxes) {
    for (const y of [z0, z1]) {
      const met = corners.flatMap(({ r, z }) => (z === y ? [r] : []));
      const cuts = inOrder([...xs, ...met], r0, r1);
      for (let k = 1; k < cuts.length; k++) put({ x: cuts[k - 1]!, y }, { x: cuts[k]!, y });
    }
    for (const x of [r0, r1]) {
      const met = corners.flatMap(({ r, z }) => (r === x ? [z] : []));
      const cuts = inOrder([...ys, ...met], z0, z1);
      for (let k = 1; k < cuts.length; k++) put({ x, y: cuts[k - 1]! }, { x, y: cuts[k]! });
    }
  }
  return [...whole.values()];
}

/** Those from low to high, each once. */
function inOrder(all: readonly number[], low: number, high: number): number[] {
  return [...new Set(all)].filter((x) => x >= low && x <= high).sort((p, q) => p - q);
}

/** The parts of an outline that do not run in or along a box, each once: it may run along itself. */
function freeSides(outline: readonly Place[], boxes: readonly Rectangle[]): Side[] {
  const corners = outline.map(({ r, z }): Point => ({ x: r, y: z }));
  const edges = boxes.flatMap(({ r0, r1, z0, z1 }) => [
    { x: r0, y: z0 },
    { x: r1, y: z1 },
  ]);
  const free = new Map<string, Side>();
  corners.forEach((p, k) => {
    const q = corners[(k + 1) % corners.length]!;
    const along = (of: 'x' | 'y', on: 'x' | 'y'): number[] => [
      ...corners.flatMap((corner) => (corner[on] === p[on] ? [corner[of]] : [])),
      ...edges.map((edge) => edge[of]),
    ];
    const ends: readonly Point[] =
      p.y === q.y
        ? inOrder(along('x', 'y'), Math.min(p.x, q.x), Math.max(p.x, q.x)).map((x) => ({
            x,
            y: p.y,
          }))
        : p.x === q.x
          ? inOrder(along('y', 'x'), Math.min(p.y, q.y), Math.max(p.y, q.y)).map((y) => ({
              x: p.x,
              y,
            }))
          : [p, q];
    ends.slice(1).forEach((to, i) => {
      const from = ends[i]!;
      const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2];
      const within = ({ r0, r1, z0, z1 }: Rectangle): boolean =>
        x >= r0 && x <= r1 && y >= z0 && y <= z1;
      if (x > 0 && !boxes.some(within))
        free.set(`${from.x} ${from.y} ${to.x} ${to.y}`, { from, to });
    });
  });
  return [...free.values()];
}

/** A side cut in halves until each is no longer than the size wanted in its middle. */
function divided(side: Side, size: (x: number, y: number) => number): Side[] {
  const { from, to } = side;
  const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  if (Math.hypot(to.x - from.x, to.y - from.y) <= 1.3 * size(middle.x, middle.y)) return [side];
  return [...divided({ from, to: middle }, size), ...divided({ from: middle, to }, size)];
}

/** How far the middle of a square keeps from all sides, over its width. */
const KEPT = 0.55;

/** Middles of a quadtree's squares, no larger than the size wanted there, that keep off all sides. */
function middles(
  { r0, r1, z0, z1 }: Rectangle,
  size: (x: number, y: number) => number,
  sides: readonly Side[],
): Point[] {
  const found: Point[] = [];
  // Of a square's sides those that matter are among its parent's.
  const part = (x: number, y: number, half: number, near: readonly Side[]): void => {
    if (x - half > r1 || y - half > z1) return;
    if (2 * half > 1.15 * size(x, y)) {
      const q = half / 2;
      // A part's middle lies within q√2 of its own, and keeps off by less than its width.
      const reach = (Math.SQRT2 + 2 * KEPT) * half;
      const own = near.filter((side) => awayFrom(side, x, y) < reach);
      part(x - q, y - q, q, own);
      part(x + q, y - q, q, own);
      part(x - q, y + q, q, own);
      part(x + q, y + q, q, own);
    } else if (x < r1 && y < z1 && near.every((side) => awayFrom(side, x, y) >= 2 * KEPT * half)) {
      found.push({ x, y });
    }
  };
  const half = Math.max(r1 - r0, z1 - z0) / 2;
  part(r0 + half, z0 + half, half, sides);
  return found;
}

/** Distance of a place from a side. */
function awayFrom({ from, to }: Side, x: number, y: number): number {
  const [ux, uy] = [to.x - from.x, to.y - from.y];
  const t = Math.max(0, Math.min(1, ((x - from.x) * ux + (y - from.y) * uy) / (ux * ux + uy * uy)));
  return Math.hypot(x - from.x - t * ux, y - from.y - t * uy);
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
