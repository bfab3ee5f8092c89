import { POINTS, shapeSlopes, unfold, unfoldHeight } from './elements.js';
import type { FieldSolution } from './solution.js';

const CORNERS = [shapeSlopes(1, 0, 0), shapeSlopes(0, 1, 0), shapeSlopes(0, 0, 1)] as const;

/** B at the three corners of every triangle, T: B_r and B_z, six numbers a triangle. */
export interface CornerFields {
  /** As each triangle has it. */
  readonly own: Float64Array;
  /** Averaged over the triangles of one material that meet at the corner. */
  readonly averaged: Float64Array;
}

/**
 * The flux density at the corners, and the smoother one that is its average over the neighbours of
 * one material; between materials B jumps in truth.
 * Source: Zienkiewicz & Zhu, Int. J. Numer. Meth. Eng. 24, 337 (1987).
 */
export function cornerFields(solution: FieldSolution): CornerFields {
  const { mesh, table } = solution;
  const { triangles, body } = mesh;
  const own = ownFields(solution);
  const materials = mesh.problem.bodies.length + 1;
  const sums = new Float64Array(mesh.columns * mesh.rows * materials * 3);
  const keyOf = (t: number, k: number): number =>
    3 * (triangles[t * 6 + k]! * materials + body[t]! + 1);
  for (let t = 0; t < body.length; t++) {
    let volume = 0;
    for (let q = 0; q < POINTS; q++) volume += table.weight[t * POINTS + q]!;
    for (let k = 0; k < 3; k++) {
      const at = keyOf(t, k);
      sums[at]! += volume * own[t * 6 + 2 * k]!;
      sums[at + 1]! += volume * own[t * 6 + 2 * k + 1]!;
      sums[at + 2]! += volume;
    }
  }
  const averaged = new Float64Array(own.length);
  for (let t = 0; t < body.length; t++) {
    for (let k = 0; k < 3; k++) {
      const at = keyOf(t, k);
      averaged[t * 6 + 2 * k] = sums[at]! / sums[at + 2]!;
      averaged[t * 6 + 2 * k + 1] = sums[at + 1]! / sums[at + 2]!;
    }
  }
  return { own, averaged };
}

function ownFields({ mesh, u }: FieldSolution): Float64Array {
  const { triangles, body, grid } = mesh;
  const fields = new Float64Array(body.length * 6);
  for (let t = 0; t < body.length; t++) {
    for (let c = 0; c < 3; c++) {
      const slopes = CORNERS[c]!;
      let [uq, us, xq, xs, yq, ys] = [0, 0, 0, 0, 0, 0];
      for (let k = 0; k < 6; k++) {
        const node = triangles[t * 6 + k]!;
        uq += u[node]! * slopes.q[k]!;
        us += u[node]! * slopes.s[k]!;
        xq += mesh.x[node]! * slopes.q[k]!;
        xs += mesh.x[node]! * slopes.s[k]!;
        yq += mesh.y[node]! * slopes.q[k]!;
        ys += mesh.y[node]! * slopes.s[k]!;
      }
      const corner = triangles[t * 6 + c]!;
      const r = unfold(mesh.x[corner]!, grid.shell.r, grid.shell.width);
      const z = unfoldHeight(grid, mesh.y[corner]!);
      // At infinity there is no field to find.
      if (!Number.isFinite(r.at) || !Number.isFinite(z.at)) continue;
      const double = xq * ys - xs * yq;
      fields[t * 6 + 2 * c] = (-r.at * (us * xq - uq * xs)) / (double * z.slope);
      fields[t * 6 + 2 * c + 1] =
        2 * u[corner]! + (r.at * (uq * ys - us * yq)) / (double * r.slope);
    }
  }
  return fields;
}
