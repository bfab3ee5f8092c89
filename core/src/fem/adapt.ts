import type { FieldProblem } from './field-problem.js';
import type { Grid, GridOptions } from './grid.js';
import { curveOf, type Mesh } from './mesh.js';
import { overTriangle } from './outputs.js';
import { cornerFields } from './recovered.js';
import type { FieldSolution } from './solution.js';
import { solveField, type SolveOptions } from './solve.js';

/** Share of the whole error that the halved columns and rows must hold. */
const SHARE = 0.7;

/** Where a field is not yet smooth: an error per column and row of cells. */
export interface ErrorEstimate {
  /** As {@link Measure} says. */
  readonly relative: number;
  readonly columns: Float64Array;
  readonly rows: Float64Array;
}

/**
 * What counts as error. `energy`: that of B in the energy's norm over that of the field, for fluxes,
 * energies and forces. `picture`: that of B over B itself, mean of squares over the half-plane near
 * the magnet, so that weak fields are right as well.
 */
export type Measure = 'energy' | 'picture';
/** Below this share of the largest flux density in air a field counts as none, in a picture. */
const FAINT = 1e-3;

/**
 * How far the flux density is from the smoother one that is averaged at the corners over the
 * neighbours of one material.
 */
export function estimateError(solution: FieldSolution, measure: Measure = 'energy'): ErrorEstimate {
  const { mesh, table } = solution;
  const { triangles, body, grid } = mesh;
  const { own, averaged } = cornerFields(solution);
  const across = grid.r.length - 1;
  const columns = new Float64Array(across);
  const rows = new Float64Array(grid.z.length - 1);
  let whole = 0;
  let total = 0;
  const delta = new Float64Array(6);
  const background = mesh.problem.background ?? 0;
  const { shell } = grid;
  const edge = { x: grid.r[across]!, low: grid.z[0]!, high: grid.z[rows.length]! };
  const outside = (t: number): boolean =>
    [0, 1, 2].some((k) => {
      const n = triangles[t * 6 + k]!;
      return mesh.x[n]! > shell.r || mesh.y[n]! < shell.zLow || mesh.y[n]! > shell.zHigh;
    });
  let strongest = 0;
  for (let t = 0; t < body.length; t++) {
    if (body[t]! >= 0 || outside(t)) continue;
    for (let k = 0; k < 6; k += 2) {
      strongest = Math.max(strongest, Math.hypot(own[t * 6 + k]!, own[t * 6 + k + 1]!));
    }
  }
  for (let t = 0; t < body.length; t++) {
    const cell = t >> 1;
    const corners = [0, 1, 2].map((k) => triangles[t * 6 + k]!);
    // Toward infinity volumes grow without end while the field fades faster than any line.
    const endless = corners.some(
      (n) => mesh.x[n] === edge.x || mesh.y[n] === edge.low || mesh.y[n] === edge.high,
    );
    if (measure === 'energy' ? endless : outside(t)) continue;
    const curve = curveOf(mesh, t);
    for (let k = 0; k < 6; k++) delta[k] = averaged[t * 6 + k]! - own[t * 6 + k]!;
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
    let area = 0;
    let size = 0;
    let energy = 0;
    overTriangle(solution, t, (br, bz, weight, at) => {
      volume += weight;
      area += weight / table.radius[at]!;
      size = Math.hypot(br, bz);
      energy += (weight * curve.reluctivity(size) * (br * br + (bz - background) ** 2)) / 2;
    });
    let error: number;
    if (measure === 'energy') {
      error = (volume * square * curve.reluctivity(size)) / 2;
      whole += energy;
    } else {
      error = (area * square) / (size * size + (FAINT * strongest) ** 2);
      whole += area;
    }
    columns[cell % across]! += error;
    rows[Math.floor(cell / across)]! += error;
    total += error;
  }
  return { relative: Math.sqrt(total / whole), columns, rows };
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
  /** Relative error that is good enough, and what it is measured by; `energy` when absent. */
  readonly accuracy: number;
  readonly measure?: Measure;
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
  accuracy: 0.012,
  measure: 'picture',
  most: 34_000,
};

/** The same for a coil without steel, whose field outside is weak and whose solution is one step. */
export const QUICK_BARE: Accuracy = { ...QUICK, most: 52_000 };

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
  { accuracy, measure, most, grid: first }: Accuracy,
  options: Omit<SolveOptions, 'grid'> = {},
): Generator<Refined, void> {
  let solution = solveField(problem, { ...options, grid: first });
  for (let rounds = 0; ; rounds++) {
    const estimate = estimateError(solution, measure);
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
