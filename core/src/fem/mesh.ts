import { linearCurve, type SteelCurve } from '../steel/index.js';
import type { FieldProblem } from './field-problem.js';
import { makeGrid, type FinePart, type Grid, type GridOptions } from './grid.js';
import { bend, roundingsOf, type Rounding } from './rounding.js';
import { squareOf, type Rectangle } from './shapes.js';

/** The problem cut into triangles of second order, two a cell of the grid. */
export interface Mesh {
  readonly problem: FieldProblem;
  readonly grid: Grid;
  readonly roundings: readonly Rounding[];
  /** Nodes of second order lie on a grid twice as fine: index = iz · columns + ir. */
  readonly columns: number;
  readonly rows: number;
  /** Where each node lies, in grid coordinates, m. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Six nodes a triangle: three corners, then the middles opposite to them. */
  readonly triangles: Int32Array;
  /** The same as places 0–8 among the nine nodes of the cell. */
  readonly local: Uint8Array;
  /** Body of each triangle, −1 for air, and winding of each, −1 for none. */
  readonly body: Int32Array;
  readonly winding: Int32Array;
}

/** Corners and middles of the two triangles of a cell, cut along its rising or falling diagonal. */
const RISING = [
  [0, 2, 8, 5, 4, 1],
  [0, 8, 6, 7, 3, 4],
];
const FALLING = [
  [0, 2, 6, 4, 3, 1],
  [2, 8, 6, 7, 4, 5],
];
const AIR = linearCurve(1);

/** What a triangle is made of. */
export function curveOf({ problem, body }: Mesh, triangle: number): SteelCurve {
  const b = body[triangle]!;
  return b < 0 ? AIR : problem.bodies[b]!.curve;
}

/** Cuts the half-plane into triangles on a grid and says what each is made of. */
export function meshOf(problem: FieldProblem, choice: GridOptions | Grid): Mesh {
  const boxes = problem.bodies.map(({ rectangles = [], ball }) => [
    ...rectangles,
    ...(ball ? [squareOf(ball)] : []),
  ]);
  const copper = problem.windings.map(({ rectangle }) => rectangle);
  const fineParts = (list: readonly Rectangle[], share: number): FinePart[] =>
    list.map((box) => ({ box, thickness: share * Math.min(box.r1 - box.r0, box.z1 - box.z0) }));
  const steel = boxes.flat();
  const roundings = roundingsOf(problem);
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
  const nr = grid.r.length - 1;
  const nz = grid.z.length - 1;
  const columns = 2 * nr + 1;
  const rows = 2 * nz + 1;
  const x = new Float64Array(columns * rows);
  const y = new Float64Array(columns * rows);
  const [fineR, fineZ] = [halved(grid.r), halved(grid.z)];
  for (let j = 0, node = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++, node++) {
      const place = bend(roundings, fineR[i]!, fineZ[j]!);
      x[node] = place.x;
      y[node] = place.y;
    }
  }
  const triangles = new Int32Array(nr * nz * 12);
  const local = new Uint8Array(nr * nz * 12);
  const body = new Int32Array(nr * nz * 2).fill(-1);
  const winding = new Int32Array(nr * nz * 2).fill(-1);
  let t = 0;
  for (let j = 0; j < nz; j++) {
    for (let i = 0; i < nr; i++) {
      const r = (grid.r[i]! + grid.r[i + 1]!) / 2;
      const z = (grid.z[j]! + grid.z[j + 1]!) / 2;
      const inWinding = copper.findIndex((box) => inside(box, r, z));
      let inBody = boxes.findIndex((own) => own.some((box) => inside(box, r, z)));
      if (inBody < 0 && inWinding < 0) {
        inBody = problem.bodies.findIndex(({ cells }) => cells?.(j * nr + i) ?? false);
      }
      const first = 2 * j * columns + 2 * i;
      for (const cell of rises(roundings, r, z, i + j) ? RISING : FALLING) {
        for (let k = 0; k < 6; k++) {
          const at = cell[k]!;
          local[t * 6 + k] = at;
          triangles[t * 6 + k] = first + Math.floor(at / 3) * columns + (at % 3);
        }
        body[t] = inBody;
        winding[t] = inWinding;
        t++;
      }
    }
  }
  return { problem, grid, roundings, columns, rows, x, y, triangles, local, body, winding };
}

/** Diagonals turn about, so that the mesh prefers no direction; round a ball they point to it. */
function rises(roundings: readonly Rounding[], r: number, z: number, parity: number): boolean {
  for (const { centre, reach } of roundings) {
    if (Math.max(r, Math.abs(z - centre)) < reach) return z > centre;
  }
  return parity % 2 === 0;
}

function inside({ r0, r1, z0, z1 }: Rectangle, r: number, z: number): boolean {
  return r > r0 && r < r1 && z > z0 && z < z1;
}

/** Lines with the middles between them. */
function halved(lines: Float64Array): Float64Array {
  return Float64Array.from({ length: 2 * lines.length - 1 }, (_, k) =>
    k % 2 === 0 ? lines[k / 2]! : (lines[(k - 1) / 2]! + lines[(k + 1) / 2]!) / 2,
  );
}
