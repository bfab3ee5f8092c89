import { factoriseLdl, solveLdl, type LdlFactors } from '../numerics/index.js';
import { assemble, makeEquations, type Equations } from './assembly.js';
import { elementTable } from './elements.js';
import { valueAt } from './field-at.js';
import { checkFieldProblem, type FieldProblem } from './field-problem.js';
import { GRID, type Grid, type GridOptions } from './grid.js';
import { meshOf, type Mesh } from './mesh.js';
import type { FieldSolution } from './solution.js';
import { topologyOf, type Topology } from './topology.js';

export interface SolveOptions {
  /** How fine the grid is, or the grid itself. */
  readonly grid?: GridOptions | Grid;
  /** Field of a design near by, or of the same one on another grid, to start from. */
  readonly start?: FieldSolution;
  /** Called after every iteration; returning false ends the solution as it stands. */
  readonly onIteration?: (iteration: number, residual: number) => boolean;
}

const TOLERANCE = 1e-8;
const MAX_ITERATIONS = 60;

/**
 * Solves an axisymmetric magnetostatic problem by finite elements of second order.
 *
 * The unknown is u = A_φ/ρ: smooth and even in ρ, so that it needs no condition on the axis, where
 * B_z = 2u. Elsewhere B = (−ρ ∂u/∂z, 2u + ρ ∂u/∂ρ). It makes the energy ∫ w(B) dV − ∫ J A dV least,
 * by Newton's method with the exact tangent, halved until the energy falls. Each step is solved by
 * L D Lᵀ along nested dissection. Open space is mapped onto a shell around the box.
 * @returns `status` says whether the last step was below 1e-8.
 * @throws CoreError for a problem that {@link checkFieldProblem} refuses.
 */
export function solveField(problem: FieldProblem, options: SolveOptions = {}): FieldSolution {
  checkFieldProblem(problem);
  const mesh = meshOf(problem, options.grid ?? GRID);
  const table = elementTable(mesh);
  const topology = topologyOf(mesh.columns, mesh.rows);
  const equations = makeEquations(mesh, table, topology);
  const far = (problem.background ?? 0) / 2;
  const v = startOf(mesh, topology, options.start);
  const found = newton(equations, v, options.onIteration);
  for (let i = 0; i < v.length; i++) v[i]! += far;
  return { mesh, table, u: v, ...found };
}

/** The field near by, node by node, or read off where the lines lie differently. */
function startOf(mesh: Mesh, topology: Topology, near: FieldSolution | undefined): Float64Array {
  const v = new Float64Array(mesh.columns * mesh.rows);
  if (!near) return v;
  const far = (near.mesh.problem.background ?? 0) / 2;
  const alike = near.mesh.columns === mesh.columns && near.mesh.rows === mesh.rows;
  for (let i = 0; i < v.length; i++) {
    if (topology.numberOf[i]! < 0) continue;
    v[i] = (alike ? near.u[i]! : valueAt(near, mesh.x[i]!, mesh.y[i]!)) - far;
  }
  return v;
}

/** Makes the energy least, from v on and into v. */
function newton(
  equations: Equations,
  v: Float64Array,
  onIteration: SolveOptions['onIteration'],
): Pick<FieldSolution, 'status' | 'iterations' | 'residual'> {
  const { topology, matrix } = equations;
  const { unknowns, numberOf } = topology;
  const nodes = v.length;
  const gradient = new Float64Array(nodes);
  const step = new Float64Array(unknowns);
  const trial = new Float64Array(nodes);
  let energy = assemble(equations, v, gradient);
  let room: LdlFactors | undefined;
  let residual = Infinity;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    // Without saturating steel the tangent stays what it is.
    const kept = equations.steel.length === 0 ? room : undefined;
    const factors = kept ?? factoriseLdl(matrix, topology.tree, room);
    if (!factors) return { status: 'stalled', iterations: iteration, residual };
    room = factors;
    for (let i = 0; i < nodes; i++) if (numberOf[i]! >= 0) step[numberOf[i]!] = -gradient[i]!;
    solveLdl(factors, step);
    let decrement = 0;
    for (let i = 0; i < nodes; i++) {
      if (numberOf[i]! >= 0) decrement -= gradient[i]! * step[numberOf[i]!]!;
    }
    const whole = Math.max(Math.abs(energy), Math.abs(decrement));
    residual = whole === 0 ? 0 : Math.sqrt(Math.abs(decrement) / whole);
    for (let fraction = 1; ; fraction /= 2) {
      for (let i = 0; i < nodes; i++) {
        const k = numberOf[i]!;
        trial[i] = k >= 0 ? v[i]! + fraction * step[k]! : v[i]!;
      }
      const next = assemble(equations, trial, gradient);
      // Near the end the energy's own rounding is larger than its change.
      if (next <= energy + 1e-10 * Math.abs(energy) || fraction < 1e-3) {
        energy = next;
        v.set(trial);
        break;
      }
    }
    if (residual <= TOLERANCE) return { status: 'converged', iterations: iteration, residual };
    if (onIteration?.(iteration, residual) === false) {
      return { status: 'stalled', iterations: iteration, residual };
    }
  }
  return { status: 'stalled', iterations: MAX_ITERATIONS, residual };
}
