import type { SteelCurve } from '../steel/index.js';
import { GRID, makeGrid, type Grid, type GridOptions, type Rectangle } from './grid.js';

/** A body of steel: rectangles of one curve. */
export interface SteelBody {
  readonly rectangles: readonly Rectangle[];
  readonly curve: SteelCurve;
}

/** A winding of even current density. */
export interface Winding {
  readonly rectangle: Rectangle;
  readonly ampereTurns: number;
}

/** An axisymmetric magnetostatic problem in open space. SI. */
export interface FieldProblem {
  readonly bodies: readonly SteelBody[];
  readonly windings: readonly Winding[];
  /** Even axial flux density far away, T; 0 when absent. */
  readonly background?: number;
}

/** The problem on its grid: second-order triangles, two a cell. */
export interface DiscreteProblem {
  readonly problem: FieldProblem;
  readonly grid: Grid;
  /** Nodes of second order lie on a grid twice as fine: index = iz · columns + ir. */
  readonly columns: number;
  readonly rows: number;
  /** Six nodes a triangle: three corners, then the middles opposite to them. */
  readonly triangles: Int32Array;
  /** Body of each triangle, −1 for air, and winding of each, −1 for none. */
  readonly body: Int32Array;
  readonly winding: Int32Array;
  /** Whether a node lies at infinity, where the field is the background's. */
  readonly fixed: Uint8Array;
}

/** Cuts the half-plane into triangles and says what each is made of. */
export function discretise(problem: FieldProblem, options: GridOptions = GRID): DiscreteProblem {
  const steel = problem.bodies.flatMap(({ rectangles }) => rectangles);
  const copper = problem.windings.map(({ rectangle }) => rectangle);
  const grid = makeGrid(steel.length > 0 ? steel : copper, copper, options);
  const nr = grid.r.length - 1;
  const nz = grid.z.length - 1;
  const columns = 2 * nr + 1;
  const rows = 2 * nz + 1;
  const triangles = new Int32Array(nr * nz * 12);
  const body = new Int32Array(nr * nz * 2).fill(-1);
  const winding = new Int32Array(nr * nz * 2).fill(-1);
  const node = (i: number, j: number): number => j * columns + i;
  const inside = ({ r0, r1, z0, z1 }: Rectangle, r: number, z: number): boolean =>
    r > r0 && r < r1 && z > z0 && z < z1;
  let t = 0;
  for (let j = 0; j < nz; j++) {
    for (let i = 0; i < nr; i++) {
      const [a, b] = [2 * i, 2 * j];
      const corners = [node(a, b), node(a + 2, b), node(a + 2, b + 2), node(a, b + 2)] as const;
      const middle = node(a + 1, b + 1);
      const sides = [
        node(a + 1, b),
        node(a + 2, b + 1),
        node(a + 1, b + 2),
        node(a, b + 1),
      ] as const;
      // Diagonals turn about, so that the mesh prefers no direction.
      const rising = (i + j) % 2 === 0;
      const cells = rising
        ? [
            [corners[0], corners[1], corners[2], sides[1], middle, sides[0]],
            [corners[0], corners[2], corners[3], sides[2], sides[3], middle],
          ]
        : [
            [corners[0], corners[1], corners[3], middle, sides[3], sides[0]],
            [corners[1], corners[2], corners[3], sides[2], middle, sides[1]],
          ];
      const r = (grid.r[i]! + grid.r[i + 1]!) / 2;
      const z = (grid.z[j]! + grid.z[j + 1]!) / 2;
      const inBody = problem.bodies.findIndex(({ rectangles }) =>
        rectangles.some((rectangle) => inside(rectangle, r, z)),
      );
      const inWinding = copper.findIndex((rectangle) => inside(rectangle, r, z));
      for (const cell of cells) {
        triangles.set(cell, t * 6);
        body[t] = inBody;
        winding[t] = inWinding;
        t++;
      }
    }
  }
  const fixed = new Uint8Array(columns * rows);
  for (let i = 0; i < columns; i++) fixed[node(i, 0)] = fixed[node(i, rows - 1)] = 1;
  for (let j = 0; j < rows; j++) fixed[node(columns - 1, j)] = 1;
  return { problem, grid, columns, rows, triangles, body, winding, fixed };
}
