import { MU_0 } from '../constants.js';
import { linearCurve } from '../steel/index.js';
import { POINTS, shapeDerivatives, shapeFunctions, SHAPES_AT_POINTS, unfold } from './elements.js';
import type { DiscreteProblem } from './field-problem.js';
import type { FieldSolution } from './solve.js';

/** Flux density at a point, T, and the flux through the coaxial disc that ends there, Wb. */
export interface FieldAt {
  readonly r: number;
  readonly z: number;
  readonly flux: number;
}

/** Field at a radius ≥ 0 and height, m, anywhere in space. */
export function fieldAt({ discrete, u }: FieldSolution, radius: number, height: number): FieldAt {
  const { grid, columns, triangles } = discrete;
  const { shell } = grid;
  const x = fold(radius, shell.r, shell.width);
  const y =
    height > shell.zHigh
      ? fold(height, shell.zHigh, shell.width)
      : -fold(-height, -shell.zLow, shell.width);
  const i = cellOf(grid.r, x);
  const j = cellOf(grid.z, y);
  const cell = j * (grid.r.length - 1) + i;
  // Two triangles a cell; the point lies in the one whose smallest barycentric coordinate is larger.
  let best = { t: 2 * cell, smallest: -Infinity, bary: [1, 0, 0] };
  for (const t of [2 * cell, 2 * cell + 1]) {
    const bary = barycentric(discrete, t, x, y);
    const smallest = Math.min(...bary);
    if (smallest > best.smallest) best = { t, smallest, bary };
  }
  const { t, bary } = best;
  const corner = (k: number): { x: number; y: number } =>
    cornerOf(discrete, triangles[t * 6 + k]!, columns);
  const [a, b, c] = [corner(0), corner(1), corner(2)];
  const double = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
  const byX = [b.y - c.y, c.y - a.y, a.y - b.y].map((d) => d / double);
  const byY = [c.x - b.x, a.x - c.x, b.x - a.x].map((d) => d / double);
  const shapes = shapeFunctions(bary);
  const derivatives = shapeDerivatives(bary);
  let [value, dx, dy] = [0, 0, 0];
  for (let k = 0; k < 6; k++) {
    const at = u[triangles[t * 6 + k]!]!;
    value += at * shapes[k]!;
    for (let d = 0; d < 3; d++) {
      dx += at * derivatives[k]![d]! * byX[d]!;
      dy += at * derivatives[k]![d]! * byY[d]!;
    }
  }
  const slopeR = unfold(x, shell.r, shell.width).slope;
  const slopeZ =
    height > shell.zHigh
      ? unfold(y, shell.zHigh, shell.width).slope
      : unfold(-y, -shell.zLow, shell.width).slope;
  return {
    r: (-radius * dy) / slopeZ,
    z: 2 * value + (radius * dx) / slopeR,
    flux: 2 * Math.PI * radius * radius * value,
  };
}

/** Grid coordinate of a real one: the inverse of `unfold`. */
function fold(at: number, from: number, width: number): number {
  const real = at - from;
  return real <= 0 ? at : from + real / (1 + real / width);
}

function cellOf(lines: Float64Array, x: number): number {
  let [low, high] = [0, lines.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (lines[middle]! <= x) low = middle;
    else high = middle;
  }
  return low;
}

function cornerOf(
  { grid }: DiscreteProblem,
  node: number,
  columns: number,
): { x: number; y: number } {
  return { x: grid.r[(node % columns) / 2]!, y: grid.z[Math.floor(node / columns) / 2]! };
}

function barycentric(discrete: DiscreteProblem, t: number, x: number, y: number): number[] {
  const { triangles, columns } = discrete;
  const [a, b, c] = [0, 1, 2].map((k) => cornerOf(discrete, triangles[t * 6 + k]!, columns)) as [
    { x: number; y: number },
    { x: number; y: number },
    { x: number; y: number },
  ];
  const double = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
  const q = ((x - a.x) * (c.y - a.y) - (c.x - a.x) * (y - a.y)) / double;
  const s = ((b.x - a.x) * (y - a.y) - (x - a.x) * (b.y - a.y)) / double;
  return [1 - q - s, q, s];
}

/** Flux density at every point of the rule of one triangle, handed on with weight and height. */
function overTriangle(
  { discrete, table, u }: FieldSolution,
  t: number,
  use: (br: number, bz: number, weight: number, point: number) => void,
): void {
  const { triangles } = discrete;
  for (let q = 0; q < POINTS; q++) {
    const at = t * POINTS + q;
    let [br, bz] = [0, 0];
    for (let k = 0; k < 6; k++) {
      const value = u[triangles[t * 6 + k]!]!;
      br += table.radial[at * 6 + k]! * value;
      bz += table.axial[at * 6 + k]! * value;
    }
    use(br, bz, table.weight[at]!, at);
  }
}

const AIR = linearCurve(1);

/** Energy ∫ ∫ H dB dV and co-energy ∫ H·B dV − energy of the whole field, J. */
export function fieldEnergy(solution: FieldSolution): { energy: number; coenergy: number } {
  const { problem, body } = solution.discrete;
  let energy = 0;
  let product = 0;
  for (let t = 0; t < body.length; t++) {
    const curve = body[t]! >= 0 ? problem.bodies[body[t]!]!.curve : AIR;
    overTriangle(solution, t, (br, bz, weight) => {
      const b = Math.hypot(br, bz);
      energy += weight * curve.energyDensity(b);
      product += weight * b * curve.fieldStrength(b);
    });
  }
  return { energy, coenergy: product - energy };
}

/** Flux linked with one turn of a winding on average, Wb: ∫ 2πρ A dS over its section. */
export function linkagePerTurn({ discrete, table, u }: FieldSolution, winding: number): number {
  const { triangles, problem } = discrete;
  const { r0, r1, z0, z1 } = problem.windings[winding]!.rectangle;
  let sum = 0;
  discrete.winding.forEach((w, t) => {
    if (w !== winding) return;
    for (let q = 0; q < POINTS; q++) {
      const at = t * POINTS + q;
      let value = 0;
      for (let k = 0; k < 6; k++) value += u[triangles[t * 6 + k]!]! * SHAPES_AT_POINTS[q * 6 + k]!;
      // The weight holds 2πρ already: A = ρ u.
      sum += table.weight[at]! * table.radius[at]! * value;
    }
  });
  return sum / ((r1 - r0) * (z1 - z0));
}

/** Mean of B_z over a body, T, and largest |B| in it. */
export function meanFluxDensity(
  solution: FieldSolution,
  body: number,
): { mean: number; peak: number } {
  let [sum, volume, peak] = [0, 0, 0];
  solution.discrete.body.forEach((b, t) => {
    if (b !== body) return;
    overTriangle(solution, t, (br, bz, weight) => {
      sum += weight * bz;
      volume += weight;
      peak = Math.max(peak, Math.hypot(br, bz));
    });
  });
  return { mean: sum / volume, peak };
}

/**
 * Axial force on a body, N: Maxwell's stress averaged over the layer of air around it,
 * F = −∫ T·∇γ dV with γ falling from 1 on the body to 0 across one layer of cells.
 * Source: Henrotte, Deliége & Hameyer, COMPEL 23, 996 (2004), the eggshell approach; it equals the
 * virtual work of moving the body's nodes.
 */
export function forceOn(solution: FieldSolution, body: number): number {
  const { discrete } = solution;
  const { triangles, columns } = discrete;
  const onBody = new Uint8Array(columns * discrete.rows);
  discrete.body.forEach((b, t) => {
    if (b === body) for (let k = 0; k < 3; k++) onBody[triangles[t * 6 + k]!] = 1;
  });
  let force = 0;
  discrete.body.forEach((b, t) => {
    if (b >= 0) return;
    const gamma = [0, 1, 2].map((k) => onBody[triangles[t * 6 + k]!]!);
    if (gamma.every((g) => g === gamma[0])) return;
    const [a, c, d] = [0, 1, 2].map((k) => cornerOf(discrete, triangles[t * 6 + k]!, columns)) as [
      { x: number; y: number },
      { x: number; y: number },
      { x: number; y: number },
    ];
    const double = (c.x - a.x) * (d.y - a.y) - (d.x - a.x) * (c.y - a.y);
    const slopeR =
      (gamma[0]! * (c.y - d.y) + gamma[1]! * (d.y - a.y) + gamma[2]! * (a.y - c.y)) / double;
    const slopeZ =
      (gamma[0]! * (d.x - c.x) + gamma[1]! * (a.x - d.x) + gamma[2]! * (c.x - a.x)) / double;
    overTriangle(solution, t, (br, bz, weight) => {
      force -= (weight * (br * bz * slopeR + ((bz * bz - br * br) / 2) * slopeZ)) / MU_0;
    });
  });
  return force;
}
