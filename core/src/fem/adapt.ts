import type { FieldProblem } from './field-problem.js';
import { activeTriangles, refineForest, type RefinementForest } from './refinement-forest.js';
import type { GridOptions } from './grid.js';
import { curveOf, type Mesh } from './mesh.js';
import { forEachQuadraturePoint } from './outputs.js';
import { recoverNodalField } from './gradient-recovery.js';
import type { FieldSolution } from './solution.js';
import { solveField, type SolveOptions } from './solve.js';

/** Share of the whole error that the triangles that are cut must hold. */
const SHARE = 0.7;

/** Where a field is not yet smooth: an error per triangle, squared. */
export interface ErrorEstimate {
  /** As {@link Measure} says. */
  readonly relative: number;
  readonly triangles: Float64Array;
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
  const { own, averaged } = recoverNodalField(solution);
  const errors = new Float64Array(body.length);
  let whole = 0;
  let total = 0;
  const delta = new Float64Array(6);
  const background = mesh.problem.background ?? 0;
  const { shell } = grid;
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
    // Toward infinity volumes grow without end while the field fades faster than any line.
    const endless = [0, 1, 2].some((k) => mesh.outer[triangles[t * 6 + k]!]);
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
    forEachQuadraturePoint(solution, t, (br, bz, weight, at) => {
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
    errors[t] = error;
    total += error;
  }
  return { relative: Math.sqrt(total / whole), triangles: errors };
}

/** The triangles of a mesh with those cut into four that hold most of the error. */
export function refinedForest(
  { forest }: Mesh,
  { triangles: errors }: ErrorEstimate,
): RefinementForest {
  const leaves = activeTriangles(forest);
  const order = Array.from(errors.keys()).sort((p, q) => errors[q]! - errors[p]!);
  const all = errors.reduce((sum, e) => sum + e, 0);
  const marked: number[] = [];
  let covered = 0;
  for (const t of order) {
    if (covered >= SHARE * all) break;
    marked.push(leaves[t]!);
    covered += errors[t]!;
  }
  return refineForest(forest, marked);
}

/** Where bent triangles end a field keeps a kink that no cutting removes. */
const MOST_ROUNDS = 8;

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

/** For a field at points, on the axis as well. */
export const FINE: Accuracy = {
  grid: {
    corner: 1 / 14,
    ratio: 1.3,
    largest: 1 / 20,
    margin: 0.8,
    graded: { finest: 0.02, growth: 0.3, largest: 0.1, axis: 0.35 },
  },
  accuracy: 0.014,
  most: 40_000,
};

/** For fluxes, energies and forces, which need fewer triangles than a field at a point. */
export const SUMS: Accuracy = {
  ...FINE,
  grid: { ...FINE.grid, graded: { finest: 0.01, growth: 0.4, largest: 0.2, axis: 0.65 } },
  accuracy: 0.0145,
};

/** For the force across a narrow gap, which holds most of the energy: sooner right than the sums. */
export const FORCES: Accuracy = {
  ...SUMS,
  grid: { ...FINE.grid, graded: { finest: 0.03, growth: 0.5, largest: 0.2, axis: 0.65 } },
  accuracy: 0.03,
};

/** For a picture that is to come soon. */
export const QUICK: Accuracy = {
  grid: { ...FINE.grid, graded: { finest: 0.05, growth: 0.5, largest: 0.1, axis: 0.65 } },
  accuracy: 0.012,
  measure: 'picture',
  most: 34_000,
};

/**
 * The same for a coil without steel, whose field outside is weak, has no edge to be graded toward, and
 * is solved in one step.
 */
export const QUICK_BARE: Accuracy = {
  ...QUICK,
  grid: { corner: 1 / 10, ratio: 1.4, largest: 1 / 16, margin: 0.8 },
  most: 52_000,
};

/** A field and how smooth it is. */
export interface AdaptiveStep {
  readonly solution: FieldSolution;
  readonly estimate: ErrorEstimate;
  /** How often the grid was refined. */
  readonly rounds: number;
}

/** Solves, looks where the field is rough, refines there, and solves again; every field on the way. */
export function* adaptiveSolutions(
  problem: FieldProblem,
  { accuracy, measure, most, grid: first }: Accuracy,
  options: Omit<SolveOptions, 'grid'> = {},
): Generator<AdaptiveStep, void> {
  let solution = solveField(problem, { ...options, grid: first });
  for (let rounds = 0; ; rounds++) {
    const estimate = estimateError(solution, measure);
    yield { solution, estimate, rounds };
    if (estimate.relative <= accuracy || solution.status !== 'converged') return;
    if (rounds === MOST_ROUNDS) return;
    const forest = refinedForest(solution.mesh, estimate);
    // Of a triangulation there are about twice as many nodes of second order as triangles.
    if (2 * activeTriangles(forest).length > most) return;
    solution = solveField(problem, { ...options, grid: forest, start: solution });
  }
}

/** The last of the {@link adaptiveSolutions}: good enough, or as good as the size allows. */
export function solveAdaptively(
  problem: FieldProblem,
  accuracy: Accuracy,
  options: Omit<SolveOptions, 'grid'> = {},
): AdaptiveStep {
  let last: AdaptiveStep | undefined;
  for (const refined of adaptiveSolutions(problem, accuracy, options)) last = refined;
  return last!;
}
