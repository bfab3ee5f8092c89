import { POINTS, shapeSlopes, unfold, unfoldHeight } from './elements.js';
import type { FieldProblem } from './field-problem.js';
import type { Grid, GridOptions } from './grid.js';
import { curveOf, type Mesh } from './mesh.js';
import { overTriangle } from './outputs.js';
import { solveField, type FieldSolution, type SolveOptions } from './solve.js';

const CORNERS = [shapeSlopes(1, 0, 0), shapeSlopes(0, 1, 0), shapeSlopes(0, 0, 1)] as const;
const SHARE = 0.7;

/** Where a field is not yet smooth: an error of the energy, per column and row of cells. */
export interface ErrorEstimate {
  /** Error of B in the energy's norm over that of the field itself. */
  readonly relative: number;
  readonly columns: Float64Array;
  readonly rows: Float64Array;
}

/**
 * How far the flux density is from the smoother one that is averaged at the corners over the
 * neighbours of one material.
 * Source: Zienkiewicz & Zhu, Int. J. Numer. Meth. Eng. 24, 337 (1987).
 */
export function estimateError(solution: FieldSolution): ErrorEstimate {
  const { mesh, table } = solution;
  const { triangles, body, grid } = mesh;
  const own = cornerFields(solution);
  // A corner between materials has one average a material: B jumps there in truth.
  const sums = new Map<number, { r: number; z: number; weight: number }>();
  const keyOf = (t: number, k: number): number =>
    triangles[t * 6 + k]! * (mesh.problem.bodies.length + 1) + body[t]! + 1;
  for (let t = 0; t < body.length; t++) {
    let volume = 0;
    for (let q = 0; q < POINTS; q++) volume += table.weight[t * POINTS + q]!;
    for (let k = 0; k < 3; k++) {
      const sum = sums.get(keyOf(t, k)) ?? { r: 0, z: 0, weight: 0 };
      sum.r += volume * own[t * 6 + 2 * k]!;
      sum.z += volume * own[t * 6 + 2 * k + 1]!;
      sum.weight += volume;
      sums.set(keyOf(t, k), sum);
    }
  }
  const across = grid.r.length - 1;
  const columns = new Float64Array(across);
  const rows = new Float64Array(grid.z.length - 1);
  let whole = 0;
  let total = 0;
  const delta = new Float64Array(6);
  const background = mesh.problem.background ?? 0;
  const edge = { x: grid.r[across]!, low: grid.z[0]!, high: grid.z[rows.length]! };
  const atInfinity = (t: number): boolean =>
    [0, 1, 2].some((k) => {
      const node = triangles[t * 6 + k]!;
      return mesh.x[node] === edge.x || mesh.y[node] === edge.low || mesh.y[node] === edge.high;
    });
  for (let t = 0; t < body.length; t++) {
    const curve = curveOf(mesh, t);
    for (let k = 0; k < 3; k++) {
      const { r, z, weight } = sums.get(keyOf(t, k))!;
      delta[2 * k] = r / weight - own[t * 6 + 2 * k]!;
      delta[2 * k + 1] = z / weight - own[t * 6 + 2 * k + 1]!;
    }
    // The difference is linear: its square integrates as the sum over the middles of the sides.
    let square = 0;
    for (const [a, b] of [
      [0, 2],
      [2, 4],
      [4, 0],
    ] as const) {
      const [dr, dz] = [(delta[a]! + delta[b]!) / 2, (delta[a + 1]! + delta[b + 1]!) / 2];
      square += (dr * dr + dz * dz) / 3;
    }
    let volume = 0;
    let size = 0;
    let energy = 0;
    overTriangle(solution, t, (br, bz, weight) => {
      volume += weight;
      size = Math.hypot(br, bz);
      energy += (weight * curve.reluctivity(size) * (br * br + (bz - background) ** 2)) / 2;
    });
    // Toward infinity volumes grow without end while the field fades faster than any line.
    if (atInfinity(t)) continue;
    whole += energy;
    const error = (volume * square * curve.reluctivity(size)) / 2;
    const cell = t >> 1;
    columns[cell % across]! += error;
    rows[Math.floor(cell / across)]! += error;
    total += error;
  }
  return { relative: Math.sqrt(total / whole), columns, rows };
}

/** B at the three corners of every triangle. */
function cornerFields({ mesh, u }: FieldSolution): Float64Array {
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
      // At infinity there is no difference to find.
      if (!Number.isFinite(r.at) || !Number.isFinite(z.at)) continue;
      const double = xq * ys - xs * yq;
      fields[t * 6 + 2 * c] = (-r.at * (us * xq - uq * xs)) / (double * z.slope);
      fields[t * 6 + 2 * c + 1] =
        2 * u[corner]! + (r.at * (uq * ys - us * yq)) / (double * r.slope);
    }
  }
  return fields;
}

/** The grid with those columns and rows of cells halved that hold most of the error. */
export function refinedGrid({ grid }: Mesh, { columns, rows }: ErrorEstimate): Grid {
  const errors = [...columns, ...rows];
  const order = errors.map((_, k) => k).sort((p, q) => errors[q]! - errors[p]!);
  // Every cell lies in one column and one row.
  const all = errors.reduce((sum, e) => sum + e, 0);
  const chosen = new Set<number>();
  let covered = 0;
  for (const k of order) {
    if (covered >= SHARE * all) break;
    chosen.add(k);
    covered += errors[k]!;
  }
  const halve = (lines: Float64Array, first: number): Float64Array =>
    Float64Array.from(
      [...lines].flatMap((x, k) =>
        chosen.has(first + k) && k < lines.length - 1 ? [x, (x + lines[k + 1]!) / 2] : [x],
      ),
    );
  return { ...grid, r: halve(grid.r, 0), z: halve(grid.z, columns.length) };
}

/** How good a field must be, and what it may cost. */
export interface Accuracy {
  /** Grid of the first solution. */
  readonly grid: GridOptions;
  /** Relative error in the energy's norm that is good enough. */
  readonly accuracy: number;
  /** Nodes that may not be exceeded. */
  readonly most: number;
}

/** For numbers that are quoted. */
export const FINE: Accuracy = {
  grid: { corner: 1 / 14, ratio: 1.3, largest: 1 / 20, margin: 0.8 },
  accuracy: 0.008,
  most: 60_000,
};

/** For a picture that is to come soon. */
export const QUICK: Accuracy = {
  grid: { corner: 1 / 10, ratio: 1.4, largest: 1 / 16, margin: 0.8 },
  accuracy: 0.02,
  most: 24_000,
};

/** A field and how smooth it is. */
export interface Refined {
  readonly solution: FieldSolution;
  readonly estimate: ErrorEstimate;
  /** How often the grid was refined. */
  readonly rounds: number;
}

/** Solves, looks where the field is rough, refines there, and solves again; every field on the way. */
export function* refinements(
  problem: FieldProblem,
  { accuracy, most, grid: first }: Accuracy,
  options: Omit<SolveOptions, 'grid'> = {},
): Generator<Refined, void> {
  let solution = solveField(problem, { ...options, grid: first });
  for (let rounds = 0; ; rounds++) {
    const estimate = estimateError(solution);
    yield { solution, estimate, rounds };
    if (estimate.relative <= accuracy || solution.status !== 'converged') return;
    const grid = refinedGrid(solution.mesh, estimate);
    if ((2 * grid.r.length - 1) * (2 * grid.z.length - 1) > most) return;
    solution = solveField(problem, { ...options, grid, start: solution });
  }
}

/** The last of the {@link refinements}: good enough, or as good as the size allows. */
export function solveAdaptively(
  problem: FieldProblem,
  accuracy: Accuracy,
  options: Omit<SolveOptions, 'grid'> = {},
): Refined {
  let last: Refined | undefined;
  for (const refined of refinements(problem, accuracy, options)) last = refined;
  return last!;
}
