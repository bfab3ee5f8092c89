import { factoriseLdl, solveLdl, type LdlFactors } from '../numerics/index.js';
import { assemble, assembleSystem, type LinearisedSystem } from './assembly.js';
import { elementTable } from './elements.js';
import { valueAt } from './field-at.js';
import { checkFieldProblem, type FieldProblem } from './field-problem.js';
import { GRID } from './grid.js';
import { meshOf, type Refinement, type Mesh } from './mesh.js';
import type { FieldSolution } from './solution.js';
import { numberUnknowns, type Numbering } from './numbering.js';

export interface SolveOptions {
  /** How fine the triangles are, or the grid or the triangles themselves. */
  readonly grid?: Refinement;
  /** Field of a design near by, or of the same one on another grid, to start from. */
  readonly start?: FieldSolution;
  /** Called after every iteration; return false to stop with the current solution. */
  readonly onIteration?: (iteration: number, residual: number) => boolean;
}

const TOLERANCE = 1e-5;
const MAX_ITERATIONS = 60;
/** A step with the tangent of a field near by must leave no more than this share of the last one. */
const WORTH_KEEPING = 0.3;
/** A step so small that its tangent serves the next ones as well. */
const NEAR_ENOUGH = 1e-4;

/**
 * Solves an axisymmetric magnetostatic problem by finite elements of second order.
 *
 * The unknown is ψ = ρ A_φ, the flux through the coaxial disc over 2π, on triangles in ρ² and z, where
 * an even field is a straight line and the flux next to a saturated core a constant:
 * B = (−1/ρ ∂ψ/∂z, 2 ∂ψ/∂ρ²). It makes the energy ∫ w(B) dV − ∫ J A dV least,
 * by Newton's method with the exact tangent, halved until the energy falls. Each step is solved by
 * L D Lᵀ along nested dissection. Open space is mapped onto a shell around the box.
 * @returns `status` says whether the last step was below 1e-5.
 * @throws CoreError for a problem that {@link checkFieldProblem} refuses.
 */
export function solveField(problem: FieldProblem, options: SolveOptions = {}): FieldSolution {
  checkFieldProblem(problem);
  const near = options.start;
  const same = near && !options.grid && sameShape(problem, near.mesh.problem);
  const mesh = same ? { ...near.mesh, problem } : meshOf(problem, options.grid ?? GRID);
  const table = same ? near.table : elementTable(mesh);
  // Triangles whose corners were moved hang together as before.
  const alike = near?.mesh.forest.corners === mesh.forest.corners ? near : undefined;
  const topology = alike ? keptOf(alike).topology : numberUnknowns(mesh);
  const equations = assembleSystem(
    mesh,
    table,
    topology,
    same ? keptOf(near).equations : undefined,
  );
  const v = startOf(mesh, topology, near);
  const factors = alike && keptOf(alike).factors;
  const { factors: last, ...found } = newton(equations, v, options.onIteration, factors);
  const solution = { mesh, table, u: v, ...found };
  kept.set(solution, { topology, equations, factors: last });
  return solution;
}

/** What of a solution serves the next one on the same triangles. */
interface Kept {
  readonly topology: Numbering;
  readonly equations?: LinearisedSystem;
  /** Of the last tangent, or of a later solution's that has used their memory. */
  readonly factors: LdlFactors | undefined;
}
const kept = new WeakMap<FieldSolution, Kept>();

function keptOf(solution: FieldSolution): Kept {
  return kept.get(solution) ?? { topology: numberUnknowns(solution.mesh), factors: undefined };
}

/** Whether two problems are cut into the same triangles: everything but currents and curves is the same. */
function sameShape(one: FieldProblem, other: FieldProblem): boolean {
  const shapeOf = ({ bodies, windings, background }: FieldProblem): string =>
    JSON.stringify([
      bodies.map(({ rectangles, ball, outline }) => [rectangles, ball, outline]),
      windings.map(({ rectangle }) => rectangle),
      background,
    ]);
  return shapeOf(one) === shapeOf(other);
}

/** The field near by, node by node, or read off where the lines lie differently. */
function startOf(mesh: Mesh, topology: Numbering, near: FieldSolution | undefined): Float64Array {
  const v = new Float64Array(mesh.x.length);
  if (!near) return v;
  const alike = near.mesh.forest.corners === mesh.forest.corners;
  for (let i = 0; i < v.length; i++) {
    if (topology.dofIndex[i]! < 0) continue;
    v[i] = alike ? near.u[i]! : valueAt(near, mesh.x[i]!, mesh.y[i]!);
  }
  return v;
}

/** Makes the energy least, from v on and into v. */
function newton(
  equations: LinearisedSystem,
  v: Float64Array,
  onIteration: SolveOptions['onIteration'],
  near: LdlFactors | undefined,
): Pick<FieldSolution, 'status' | 'iterations' | 'residual'> & { factors: LdlFactors | undefined } {
  const { topology, matrix } = equations;
  const { unknowns, dofIndex } = topology;
  const nodes = v.length;
  const gradient = new Float64Array(nodes);
  const step = new Float64Array(unknowns);
  const trial = new Float64Array(nodes);
  let energy = assemble(equations, v, gradient, near === undefined);
  let room = near;
  let residual = Infinity;
  // The tangent of a field near by still gains; Newton's own is taken once it gains too little.
  let chord = near !== undefined;
  let own = false;
  /** Whether the matrix is the tangent at v. */
  let tangent = !chord;
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    // Without saturating steel the tangent stays what it is.
    const stays: LdlFactors | undefined =
      chord || (own && equations.steel.length === 0) ? room : undefined;
    if (!stays && !tangent) assemble(equations, v, gradient, true);
    const factors: LdlFactors | null = stays ?? factoriseLdl(matrix, topology.tree, room);
    if (!factors) return { status: 'stalled', iterations: iteration, residual, factors: undefined };
    own ||= stays === undefined;
    room = factors;
    for (let i = 0; i < nodes; i++) if (dofIndex[i]! >= 0) step[dofIndex[i]!] = -gradient[i]!;
    solveLdl(factors, step);
    let decrement = 0;
    for (let i = 0; i < nodes; i++) {
      if (dofIndex[i]! >= 0) decrement -= gradient[i]! * step[dofIndex[i]!]!;
    }
    const whole = Math.max(Math.abs(energy), Math.abs(decrement));
    const before = residual;
    residual = whole === 0 ? 0 : Math.sqrt(Math.abs(decrement) / whole);
    if (chord ? residual > WORTH_KEEPING * before : residual < NEAR_ENOUGH) chord = !chord;
    if (residual <= TOLERANCE) {
      // So small a step needs no look at the energy.
      for (let i = 0; i < nodes; i++) if (dofIndex[i]! >= 0) v[i]! += step[dofIndex[i]!]!;
      return { status: 'converged', iterations: iteration, residual, factors };
    }
    tangent = !chord && (equations.steel.length > 0 || !own);
    for (let fraction = 1; ; fraction /= 2) {
      for (let i = 0; i < nodes; i++) {
        const k = dofIndex[i]!;
        trial[i] = k >= 0 ? v[i]! + fraction * step[k]! : v[i]!;
      }
      const next = assemble(equations, trial, gradient, tangent);
      // Near the end the energy's own rounding is larger than its change.
      if (next <= energy + 1e-10 * Math.abs(energy) || fraction < 1e-3) {
        energy = next;
        v.set(trial);
        break;
      }
    }
    if (onIteration?.(iteration, residual) === false) {
      return { status: 'stalled', iterations: iteration, residual, factors };
    }
  }
  return { status: 'stalled', iterations: MAX_ITERATIONS, residual, factors: room };
}
