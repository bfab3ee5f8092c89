import { QUADRATURE_POINTS, SHAPES_AT_POINTS } from './elements.js';
import { curveOf } from './mesh.js';
import type { FieldSolution } from './solution.js';

/** Flux density at every point of the rule of one triangle, handed on with its weight and number. */
export function forEachQuadraturePoint(
  { mesh, table, u }: FieldSolution,
  t: number,
  use: (br: number, bz: number, weight: number, point: number) => void,
): void {
  for (let q = 0; q < QUADRATURE_POINTS; q++) {
    const at = t * QUADRATURE_POINTS + q;
    let [br, bz] = [0, mesh.problem.background ?? 0];
    for (let k = 0; k < 6; k++) {
      const value = u[mesh.triangles[t * 6 + k]!]!;
      br += table.radial[at * 6 + k]! * value;
      bz += table.axial[at * 6 + k]! * value;
    }
    use(br, bz, table.weight[at]!, at);
  }
}

/** Energy ∫ ∫ H dB dV and co-energy ∫ H·B dV − energy of the whole field, J. */
export function fieldEnergy(solution: FieldSolution): { energy: number; coenergy: number } {
  let energy = 0;
  let product = 0;
  for (let t = 0; t < solution.mesh.body.length; t++) {
    const curve = curveOf(solution.mesh, t);
    forEachQuadraturePoint(solution, t, (br, bz, weight) => {
      const b = Math.hypot(br, bz);
      energy += weight * curve.energyDensity(b);
      product += weight * b * curve.fieldStrength(b);
    });
  }
  return { energy, coenergy: product - energy };
}

/** Flux linked with one turn of a winding on average, Wb: ∫ 2πρ A dS over its section. */
export function linkagePerTurn({ mesh, table, u }: FieldSolution, winding: number): number {
  const { r0, r1, z0, z1 } = mesh.problem.windings[winding]!.rectangle;
  let sum = 0;
  mesh.winding.forEach((w, t) => {
    if (w !== winding) return;
    for (let q = 0; q < QUADRATURE_POINTS; q++) {
      const at = t * QUADRATURE_POINTS + q;
      let value = 0;
      for (let k = 0; k < 6; k++) {
        value += u[mesh.triangles[t * 6 + k]!]! * SHAPES_AT_POINTS[q * 6 + k]!;
      }
      // The weight holds 2πρ already.
      const radius = table.radius[at]!;
      sum += table.weight[at]! * (value / radius + ((mesh.problem.background ?? 0) * radius) / 2);
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
  solution.mesh.body.forEach((b, t) => {
    if (b !== body) return;
    forEachQuadraturePoint(solution, t, (br, bz, weight) => {
      sum += weight * bz;
      volume += weight;
      peak = Math.max(peak, Math.hypot(br, bz));
    });
  });
  return { mean: sum / volume, peak };
}
