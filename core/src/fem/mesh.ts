import { linearCurve, type SteelCurve } from '../physics/index.js';
import type { FieldProblem } from './field-problem.js';
import {
  forestFrom,
  activeTriangles,
  initialForest,
  type RefinementForest,
} from './refinement-forest.js';
import { triangulate } from './triangulate.js';
import { makeGrid, type FinePart, type Grid, type GridOptions } from './grid.js';
import { toCurved, curvedRegions, type CurvedRegion } from './curved-elements.js';
import { encloses, squareOf, type Rectangle } from './shapes.js';

/** The problem cut into triangles of second order: the whole ones of a forest, bent round balls. */
export interface Mesh {
  readonly problem: FieldProblem;
  readonly grid: Grid;
  readonly forest: RefinementForest;
  readonly roundings: readonly CurvedRegion[];
  /** Where each node lies, in grid coordinates, m, and the square of its radius, m². */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly s: Float64Array;
  /** Whether a node lies at infinity; and whether it does, or on the axis, where no flux is enclosed. */
  readonly outer: Uint8Array;
  readonly fixed: Uint8Array;
  /** Six nodes a triangle: three corners, then the middles opposite to them. */
  readonly triangles: Int32Array;
  /** The triangle of each of the forest's, −1 for one that was cut. */
  readonly elementOf: Int32Array;
  /** Body of each triangle, −1 for air, and winding of each, −1 for none. */
  readonly body: Int32Array;
  readonly winding: Int32Array;
}

const AIR = linearCurve(1);

/** What a triangle is made of. */
export function curveOf({ problem, body }: Mesh, triangle: number): SteelCurve {
  const b = body[triangle]!;
  return b < 0 ? AIR : problem.bodies[b]!.curve;
}

/** How the half-plane is to be cut: options of a grid, the grid itself, or triangles already cut. */
export type Refinement = GridOptions | Grid | RefinementForest;

/** Cuts the half-plane into triangles and says what each is made of. */
export function meshOf(problem: FieldProblem, choice: Refinement): Mesh {
  const roundings = curvedRegions(problem);
  const forest = 'corners' in choice ? choice : forestOf(problem, choice, roundings);
  const { grid } = forest;
  const materials = materialsOf(problem, forest);
  const leaves = activeTriangles(forest);
  const points = forest.s.length;
  const [ss, sy]: [number[], number[]] = [Array.from(forest.s), Array.from(forest.y)];
  const middles = new Map<number, number>();
  const middle = (a: number, b: number): number => {
    const key = a < b ? a * points + b : b * points + a;
    const known = middles.get(key);
    if (known !== undefined) return known;
    const node = ss.length;
    ss.push((ss[a]! + ss[b]!) / 2);
    sy.push((sy[a]! + sy[b]!) / 2);
    middles.set(key, node);
    return node;
  };
  const triangles = new Int32Array(leaves.length * 6);
  const elementOf = new Int32Array(forest.firstChild.length).fill(-1);
  const body = new Int32Array(leaves.length);
  const winding = new Int32Array(leaves.length);
  leaves.forEach((leaf, t) => {
    const [a, b, c] = [0, 1, 2].map((k) => forest.corners[3 * leaf + k]!) as [
      number,
      number,
      number,
    ];
    triangles.set([a, b, c, middle(b, c), middle(c, a), middle(a, b)], t * 6);
    elementOf[leaf] = t;
    const root = forest.rootElement[leaf]!;
    body[t] = materials.body[root]!;
    winding[t] = materials.winding[root]!;
  });
  const nodes = ss.length;
  const x = new Float64Array(nodes);
  const y = new Float64Array(nodes);
  const s = new Float64Array(nodes);
  const outer = new Uint8Array(nodes);
  const fixed = new Uint8Array(nodes);
  const [far, low, high] = [grid.r[grid.r.length - 1]!, grid.z[0]!, grid.z[grid.z.length - 1]!];
  for (let n = 0; n < nodes; n++) {
    const place = toCurved(roundings, Math.sqrt(ss[n]!), sy[n]!);
    x[n] = place.x;
    y[n] = place.y;
    s[n] = roundings.length > 0 ? place.x * place.x : ss[n]!;
    if (ss[n] === far * far || sy[n] === low || sy[n] === high) outer[n] = 1;
    if (outer[n] || ss[n] === 0) fixed[n] = 1;
  }
  return {
    problem,
    grid,
    forest,
    roundings,
    x,
    y,
    s,
    outer,
    fixed,
    triangles,
    elementOf,
    body,
    winding,
  };
}

/** The triangles of a mesh with the corners of a body's moved along the axis, m; their neighbours stretch. */
export function withBodyDisplaced(
  { forest, body, elementOf }: Mesh,
  of: number,
  by: number,
): RefinementForest {
  const y = forest.y.slice();
  const whole = activeTriangles(forest).filter((leaf) => body[elementOf[leaf]!] === of);
  const corners = new Set(
    Array.from(whole).flatMap((leaf) => [0, 1, 2].map((k) => forest.corners[3 * leaf + k]!)),
  );
  for (const n of corners) y[n]! += by;
  return { ...forest, y };
}

/** Boxes of each body. */
function boxesOf({ bodies }: FieldProblem): Rectangle[][] {
  return bodies.map(({ rectangles = [], ball }) => [
    ...rectangles,
    ...(ball ? [squareOf(ball)] : []),
  ]);
}

function forestOf(
  problem: FieldProblem,
  choice: GridOptions | Grid,
  roundings: readonly CurvedRegion[],
): RefinementForest {
  const steel = boxesOf(problem).flat();
  const copper = problem.windings.map(({ rectangle }) => rectangle);
  const fineParts = (list: readonly Rectangle[], share: number): FinePart[] =>
    list.map((box) => ({ box, thickness: share * Math.min(box.r1 - box.r0, box.z1 - box.z0) }));
  const grid =
    'shell' in choice
      ? choice
      : makeGrid(
          // At the edges of a current the field is smoother than at those of steel.
          steel.length > 0 ? fineParts(steel, 1) : fineParts(copper, 3),
          copper,
          choice,
          roundings,
        );
  // Round balls triangles are bent, which asks for those of a grid.
  if (!('shell' in choice) && choice.graded && roundings.length === 0) {
    return forestFrom(grid, triangulate(problem, grid, choice.graded));
  }
  return initialForest(grid, (i, j) =>
    rises(roundings, (grid.r[i]! + grid.r[i + 1]!) / 2, (grid.z[j]! + grid.z[j + 1]!) / 2, i + j),
  );
}

/** Body and winding of every one of a forest's first triangles; −1 for none. */
function materialsOf(
  problem: FieldProblem,
  { s, y, corners, roots }: RefinementForest,
): { body: Int32Array; winding: Int32Array } {
  const boxes = boxesOf(problem);
  const copper = problem.windings.map(({ rectangle }) => rectangle);
  const body = new Int32Array(roots).fill(-1);
  const winding = new Int32Array(roots).fill(-1);
  for (let t = 0; t < roots; t++) {
    const [a, b, c] = [corners[3 * t]!, corners[3 * t + 1]!, corners[3 * t + 2]!];
    const [r, z] = [Math.sqrt((s[a]! + s[b]! + s[c]!) / 3), (y[a]! + y[b]! + y[c]!) / 3];
    winding[t] = copper.findIndex((box) => inside(box, r, z));
    body[t] = boxes.findIndex((own) => own.some((box) => inside(box, r, z)));
    if (body[t]! < 0 && winding[t]! < 0) {
      body[t] = problem.bodies.findIndex(({ outline }) => outline && encloses(outline, r, z));
    }
  }
  return { body, winding };
}

/** Diagonals turn about, so that the mesh prefers no direction; round a ball they point to it. */
function rises(roundings: readonly CurvedRegion[], r: number, z: number, parity: number): boolean {
  for (const { centre, blendRadius } of roundings) {
    if (Math.max(r, Math.abs(z - centre)) < blendRadius) return z > centre;
  }
  return parity % 2 === 0;
}

function inside({ r0, r1, z0, z1 }: Rectangle, r: number, z: number): boolean {
  return r > r0 && r < r1 && z > z0 && z < z1;
}
