import { MU_0 } from '../constants.js';
import {
  analyseLdl,
  factoriseLdl,
  solveLdl,
  type SymbolicLdl,
  type SymmetricSparse,
} from '../numerics/index.js';
import { linearCurve } from '../steel/index.js';
import { eliminationOrder } from './elimination-order.js';
import { elementTable, POINTS, SHAPES_AT_POINTS, type ElementTable } from './elements.js';
import { discretise, type DiscreteProblem, type FieldProblem } from './field-problem.js';
import { GRID, type GridOptions } from './grid.js';

/** The field that was found. */
export interface FieldSolution {
  readonly discrete: DiscreteProblem;
  readonly table: ElementTable;
  /** u = A_φ/ρ at every node, T. */
  readonly u: Float64Array;
  readonly status: 'converged' | 'stalled';
  readonly iterations: number;
  /** Size of the last Newton step in the energy's norm, relative to the field's. */
  readonly residual: number;
}

export interface SolveOptions {
  readonly grid?: GridOptions;
  /** Called after every iteration; returning false ends the solution as it stands. */
  readonly onIteration?: (iteration: number, residual: number) => boolean;
}

const TOLERANCE = 1e-8;
const MAX_ITERATIONS = 60;
const AIR = linearCurve(1);

/**
 * Solves an axisymmetric magnetostatic problem by finite elements of second order.
 *
 * The unknown is u = A_φ/ρ: smooth and even in ρ, so that it needs no condition on the axis, where
 * B_z = 2u. Elsewhere B = (−ρ ∂u/∂z, 2u + ρ ∂u/∂ρ). It makes the energy ∫ w(B) dV − ∫ J A dV least,
 * by Newton's method with the exact tangent, halved until the energy falls. Each step is solved by
 * L D Lᵀ in nested-dissection order. Open space is mapped onto a shell around the box.
 * @returns never throws for a field; `status` says whether the last step was below 1e-8.
 */
export function solveField(problem: FieldProblem, options: SolveOptions = {}): FieldSolution {
  const discrete = discretise(problem, options.grid ?? GRID);
  const table = elementTable(discrete);
  const system = makeSystem(discrete);
  const { unknowns, numberOf } = system;
  const nodes = discrete.columns * discrete.rows;
  const u = new Float64Array(nodes);
  if (problem.background) u.fill(problem.background / 2);

  const load = loadVector(discrete, table);
  const gradient = new Float64Array(nodes);
  let energy = assemble(discrete, table, system, u, gradient, true);
  for (let i = 0; i < nodes; i++) energy -= load[i]! * u[i]!;
  let residual = Infinity;
  let iterations = 0;
  let status: FieldSolution['status'] = 'stalled';
  const step = new Float64Array(unknowns);
  const right = new Float64Array(unknowns);
  const trial = new Float64Array(nodes);
  while (iterations < MAX_ITERATIONS) {
    iterations++;
    const factors = factoriseLdl(system.matrix, system.symbolic);
    if (!factors) break;
    for (let i = 0; i < nodes; i++) {
      if (numberOf[i]! >= 0) right[numberOf[i]!] = load[i]! - gradient[i]!;
    }
    step.set(right);
    solveLdl(factors, step);
    let decrement = 0;
    for (let k = 0; k < unknowns; k++) decrement += step[k]! * right[k]!;
    const whole = Math.max(Math.abs(energy), Math.abs(decrement));
    residual = whole === 0 ? 0 : Math.sqrt(Math.abs(decrement) / whole);
    let fraction = 1;
    for (;;) {
      for (let i = 0; i < nodes; i++) {
        const k = numberOf[i]!;
        trial[i] = k >= 0 ? u[i]! + fraction * step[k]! : u[i]!;
      }
      let next = assemble(discrete, table, system, trial, gradient, true);
      for (let i = 0; i < nodes; i++) next -= load[i]! * trial[i]!;
      // Near the end the energy's own rounding is larger than its change.
      if (next <= energy + 1e-10 * Math.abs(energy) || fraction < 1e-3) {
        energy = next;
        u.set(trial);
        break;
      }
      fraction /= 2;
    }
    if (residual <= TOLERANCE) {
      status = 'converged';
      break;
    }
    if (options.onIteration?.(iterations, residual) === false) break;
  }
  return {
    discrete,
    table,
    u,
    status,
    iterations,
    residual,
  };
}

/** The tangent's pattern and values, and which of its entries each triangle adds to. */
interface System {
  readonly unknowns: number;
  /** Number of each node among the unknowns, in elimination order; −1 for fixed ones. */
  readonly numberOf: Int32Array;
  readonly matrix: SymmetricSparse;
  readonly symbolic: SymbolicLdl;
  /** 21 entries a triangle, upper triangle of its 6 × 6 matrix row by row; −1 where fixed. */
  readonly entry: Int32Array;
}

function makeSystem(discrete: DiscreteProblem): System {
  const { triangles, body, fixed, columns, rows } = discrete;
  const nodes = columns * rows;
  const numberOf = new Int32Array(nodes).fill(-1);
  let n = 0;
  for (const node of eliminationOrder(columns, rows)) {
    if (!fixed[node]) numberOf[node] = n++;
  }
  // Rows of each column at or above the diagonal.
  const above: number[][] = Array.from({ length: n }, (_, k) => [k]);
  for (let t = 0; t < body.length; t++) {
    for (let k = 0; k < 6; k++) {
      const p = numberOf[triangles[t * 6 + k]!]!;
      if (p < 0) continue;
      for (let l = 0; l < 6; l++) {
        const q = numberOf[triangles[t * 6 + l]!]!;
        if (q >= 0 && q < p && !above[p]!.includes(q)) above[p]!.push(q);
      }
    }
  }
  const columnPointer = new Int32Array(n + 1);
  above.forEach((column, k) => (columnPointer[k + 1] = columnPointer[k]! + column.length));
  const row = new Int32Array(columnPointer[n]!);
  above.forEach((column, k) => row.set(column, columnPointer[k]!));
  const positionOf = (r: number, c: number): number => columnPointer[c]! + above[c]!.indexOf(r);

  const entry = new Int32Array(body.length * 21);
  for (let t = 0; t < body.length; t++) {
    let e = t * 21;
    for (let k = 0; k < 6; k++) {
      const p = numberOf[triangles[t * 6 + k]!]!;
      for (let l = k; l < 6; l++) {
        const q = numberOf[triangles[t * 6 + l]!]!;
        entry[e++] = p < 0 || q < 0 ? -1 : positionOf(Math.min(p, q), Math.max(p, q));
      }
    }
  }
  const matrix = { size: n, pointer: columnPointer, row, value: new Float64Array(row.length) };
  return { unknowns: n, numberOf, matrix, symbolic: analyseLdl(matrix), entry };
}

/** ∫ J ρ φ dV of every node, A·m². */
function loadVector(
  { problem, triangles, winding }: DiscreteProblem,
  table: ElementTable,
): Float64Array {
  const load = new Float64Array(triangles.reduce((most, node) => Math.max(most, node), 0) + 1);
  for (let t = 0; t < winding.length; t++) {
    const w = winding[t]!;
    if (w < 0) continue;
    const { rectangle: r, ampereTurns } = problem.windings[w]!;
    const density = ampereTurns / ((r.r1 - r.r0) * (r.z1 - r.z0));
    for (let q = 0; q < POINTS; q++) {
      const at = t * POINTS + q;
      const share = density * table.radius[at]! * table.weight[at]!;
      for (let k = 0; k < 6; k++)
        load[triangles[t * 6 + k]!]! += share * SHAPES_AT_POINTS[q * 6 + k]!;
    }
  }
  return load;
}

/**
 * Field energy ∫ w(B) − H₀·B + B₀²/2μ0 dV, J, with H₀ the background's, its gradient and, if wanted, its second derivative.
 * Steel: w = ∫ H dB; tangent ν 1 + (ν_d − ν) B Bᵀ/B² of the differential reluctivity ν_d.
 */
function assemble(
  { problem, triangles, body }: DiscreteProblem,
  { radial, axial, weight }: ElementTable,
  { matrix, entry }: System,
  u: Float64Array,
  gradient: Float64Array,
  tangent: boolean,
): number {
  gradient.fill(0);
  if (tangent) matrix.value.fill(0);
  const local = new Float64Array(21);
  const force = new Float64Array(6);
  const values = new Float64Array(6);
  const background = problem.background ?? 0;
  let energy = 0;
  for (let t = 0; t < body.length; t++) {
    const curve = body[t]! >= 0 ? problem.bodies[body[t]!]!.curve : AIR;
    const linear = body[t]! < 0;
    for (let k = 0; k < 6; k++) values[k] = u[triangles[t * 6 + k]!]!;
    local.fill(0);
    force.fill(0);
    for (let q = 0; q < POINTS; q++) {
      const at = t * POINTS + q;
      const o = at * 6;
      let br = 0;
      let bz = 0;
      for (let k = 0; k < 6; k++) {
        br += radial[o + k]! * values[k]!;
        bz += axial[o + k]! * values[k]!;
      }
      const w = weight[at]!;
      const square = br * br + bz * bz;
      // Of an even background only what differs from it counts; the rest is curl-free and endless.
      energy += w * background * ((background / 2 - bz) / MU_0);
      let nu = 1 / MU_0;
      let extra = 0;
      if (linear) {
        energy += (w * square) / (2 * MU_0);
      } else {
        const b = Math.sqrt(square);
        energy += w * curve.energyDensity(b);
        if (b > 1e-9) {
          nu = curve.fieldStrength(b) / b;
          extra = (curve.reluctivity(b) - nu) / square;
        } else {
          nu = curve.reluctivity(0);
        }
      }
      for (let k = 0, e = 0; k < 6; k++) {
        const rk = radial[o + k]!;
        const zk = axial[o + k]!;
        const along = br * rk + bz * zk;
        force[k]! += w * (nu * along - (background / MU_0) * zk);
        if (!tangent) continue;
        for (let l = k; l < 6; l++, e++) {
          const rl = radial[o + l]!;
          const zl = axial[o + l]!;
          local[e]! += w * (nu * (rk * rl + zk * zl) + extra * along * (br * rl + bz * zl));
        }
      }
    }
    for (let k = 0; k < 6; k++) gradient[triangles[t * 6 + k]!]! += force[k]!;
    if (!tangent) continue;
    for (let e = 0; e < 21; e++) {
      const at = entry[t * 21 + e]!;
      if (at >= 0) matrix.value[at]! += local[e]!;
    }
  }
  return energy;
}
