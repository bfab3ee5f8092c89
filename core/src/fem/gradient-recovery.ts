import { QUADRATURE_POINTS, shapeDerivatives, shellToReal, heightToReal } from './elements.js';
import type { FieldSolution } from './solution.js';

/** Slopes of the six functions at the six nodes: corners, then the middles opposite to them. */
const NODES = [
  shapeDerivatives(1, 0, 0),
  shapeDerivatives(0, 1, 0),
  shapeDerivatives(0, 0, 1),
  shapeDerivatives(0, 0.5, 0.5),
  shapeDerivatives(0.5, 0, 0.5),
  shapeDerivatives(0.5, 0.5, 0),
] as const;

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
export function recoverNodalField(solution: FieldSolution): CornerFields {
  const own = ownFields(solution, 3);
  return { own, averaged: averageOf(solution, own, 3) };
}

const smoothed = new WeakMap<FieldSolution, Float64Array>();

/** The averaged flux density at all six nodes of every triangle, T: twelve numbers a triangle. */
export function smoothFields(solution: FieldSolution): Float64Array {
  let fields = smoothed.get(solution);
  if (!fields) smoothed.set(solution, (fields = averageOf(solution, ownFields(solution, 6), 6)));
  return fields;
}

/** Means over the triangles of one material that meet at each node, the first so many of each. */
function averageOf({ mesh, table }: FieldSolution, own: Float64Array, count: 3 | 6): Float64Array {
  const { triangles, body } = mesh;
  const materials = mesh.problem.bodies.length + 1;
  const sums = new Float64Array(mesh.x.length * materials * 3);
  const keyOf = (t: number, k: number): number =>
    3 * (triangles[t * 6 + k]! * materials + body[t]! + 1);
  for (let t = 0; t < body.length; t++) {
    let volume = 0;
    for (let q = 0; q < QUADRATURE_POINTS; q++) volume += table.weight[t * QUADRATURE_POINTS + q]!;
    for (let k = 0; k < count; k++) {
      const at = keyOf(t, k);
      sums[at]! += volume * own[2 * (t * count + k)]!;
      sums[at + 1]! += volume * own[2 * (t * count + k) + 1]!;
      sums[at + 2]! += volume;
    }
  }
  const averaged = new Float64Array(own.length);
  for (let t = 0; t < body.length; t++) {
    for (let k = 0; k < count; k++) {
      const at = keyOf(t, k);
      averaged[2 * (t * count + k)] = sums[at]! / sums[at + 2]!;
      averaged[2 * (t * count + k) + 1] = sums[at + 1]! / sums[at + 2]!;
    }
  }
  return averaged;
}

function ownFields({ mesh, u }: FieldSolution, count: 3 | 6): Float64Array {
  const { triangles, body, grid } = mesh;
  const fields = new Float64Array(body.length * 2 * count);
  for (let t = 0; t < body.length; t++) {
    for (let c = 0; c < count; c++) {
      const slopes = NODES[c]!;
      let [uq, us, xq, xs, yq, ys] = [0, 0, 0, 0, 0, 0];
      for (let k = 0; k < 6; k++) {
        const node = triangles[t * 6 + k]!;
        uq += u[node]! * slopes.q[k]!;
        us += u[node]! * slopes.s[k]!;
        xq += mesh.s[node]! * slopes.q[k]!;
        xs += mesh.s[node]! * slopes.s[k]!;
        yq += mesh.y[node]! * slopes.q[k]!;
        ys += mesh.y[node]! * slopes.s[k]!;
      }
      const corner = triangles[t * 6 + c]!;
      const r = shellToReal(mesh.x[corner]!, grid.shell.r, grid.shell.width);
      const z = heightToReal(grid, mesh.y[corner]!);
      // At infinity there is no field to find.
      if (!Number.isFinite(r.at) || !Number.isFinite(z.at)) continue;
      const double = xq * ys - xs * yq;
      // On the axis B_r is none, and B_z twice the slope by ρ².
      const bySquare = r.at === 0 ? 2 : (2 * mesh.x[corner]!) / (r.at * r.slope);
      fields[2 * (t * count + c)] =
        r.at === 0 ? 0 : (uq * xs - us * xq) / (double * r.at * z.slope);
      fields[2 * (t * count + c) + 1] =
        (mesh.problem.background ?? 0) + (bySquare * (uq * ys - us * yq)) / double;
    }
  }
  return fields;
}
