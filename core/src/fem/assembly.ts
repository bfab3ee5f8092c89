import { MU_0 } from '../physics/index.js';
import type { SymmetricSparse } from '../numerics/index.js';
import { QUADRATURE_POINTS, SHAPES_AT_POINTS, type ElementTable } from './elements.js';
import { curveOf, type Mesh } from './mesh.js';
import type { Numbering } from './numbering.js';

/**
 * The equations of one mesh for ψ = ρ A_φ without that of an even background.
 * Triangles of constant permeability are integrated once; only steel is integrated again at each step.
 */
export interface LinearisedSystem {
  readonly mesh: Mesh;
  readonly table: ElementTable;
  readonly topology: Numbering;
  /** Tangent at the last point of {@link assemble}. */
  readonly matrix: SymmetricSparse;
  /** Right-hand side of every node, A·m²: winding and background. */
  readonly load: Float64Array;
  readonly constant: {
    readonly triangles: Int32Array;
    /** 21 a triangle, and all of them in the matrix. */
    readonly local: Float64Array;
    readonly values: Float64Array;
  };
  readonly steel: Int32Array;
}

/** @param before equations of the same triangles: with the same materials only the currents are new. */
export function assembleSystem(
  mesh: Mesh,
  table: ElementTable,
  topology: Numbering,
  before?: LinearisedSystem,
): LinearisedSystem {
  const { body, problem } = mesh;
  const count = body.length;
  if (
    before &&
    (problem.background ?? 0) === 0 &&
    problem.bodies.every(({ curve }, k) => curve === before.mesh.problem.bodies[k]!.curve)
  ) {
    const load = new Float64Array(mesh.x.length);
    addCurrents(mesh, table, load);
    return { ...before, mesh, load };
  }
  const { entry } = topology;
  const all = Int32Array.from({ length: count }, (_, t) => t);
  const constant = all.filter((t) => curveOf(mesh, t).linear);
  const steel = all.filter((t) => !curveOf(mesh, t).linear);
  const values = new Float64Array(topology.row.length);
  const kept = new Float64Array(constant.length * 21);
  const load = new Float64Array(mesh.x.length);
  const background = problem.background ?? 0;
  const { triangles } = mesh;
  const { radial, axial, weight } = table;
  constant.forEach((t, n) => {
    const nu = curveOf(mesh, t).reluctivity(0);
    // In a body the background alone is no solution: what it lacks drives the field.
    const lacking = (1 / MU_0 - nu) * background;
    for (let q = 0; q < QUADRATURE_POINTS; q++) {
      const o = (t * QUADRATURE_POINTS + q) * 6;
      const w = weight[t * QUADRATURE_POINTS + q]!;
      for (let k = 0, e = n * 21; k < 6; k++) {
        const rk = radial[o + k]!;
        const zk = axial[o + k]!;
        if (lacking !== 0) load[triangles[t * 6 + k]!]! += w * lacking * zk;
        for (let l = k; l < 6; l++) {
          kept[e++]! += w * nu * (rk * radial[o + l]! + zk * axial[o + l]!);
        }
      }
    }
    for (let e = 0; e < 21; e++) {
      const at = entry[t * 21 + e]!;
      if (at >= 0) values[at]! += kept[n * 21 + e]!;
    }
  });
  addCurrents(mesh, table, load);
  const { unknowns: size, pointer, row } = topology;
  return {
    mesh,
    table,
    topology,
    matrix: { size, pointer, row, value: new Float64Array(row.length) },
    load,
    constant: { triangles: constant, local: kept, values },
    steel,
  };
}

/** ∫ J A dV by every node. */
function addCurrents(mesh: Mesh, { weight, radius }: ElementTable, load: Float64Array): void {
  const { triangles, winding, problem } = mesh;
  winding.forEach((w, t) => {
    if (w < 0) return;
    const { rectangle: r, ampereTurns } = problem.windings[w]!;
    const density = ampereTurns / ((r.r1 - r.r0) * (r.z1 - r.z0));
    for (let q = 0; q < QUADRATURE_POINTS; q++) {
      const at = t * QUADRATURE_POINTS + q;
      const share = (density * weight[at]!) / radius[at]!;
      for (let k = 0; k < 6; k++) {
        load[triangles[t * 6 + k]!]! += share * SHAPES_AT_POINTS[q * 6 + k]!;
      }
    }
  });
}

/**
 * Energy ∫ w(B) − H₀·B dV − ∫ J A dV, J, at v, its gradient by every node, and the tangent in
 * `matrix`. Steel: w = ∫ H dB; tangent ν 1 + (ν_d − ν) B Bᵀ/B² with the differential reluctivity ν_d.
 * @param tangent whether it is wanted; else the matrix stays as it is.
 */
export function assemble(
  equations: LinearisedSystem,
  v: Float64Array,
  gradient: Float64Array,
  tangent: boolean,
): number {
  const { mesh, table, matrix, load, constant, steel } = equations;
  const { entry } = equations.topology;
  const { triangles, problem } = mesh;
  const { radial, axial, weight } = table;
  const values = new Float64Array(6);
  let energy = 0;
  for (let i = 0; i < v.length; i++) {
    gradient[i] = -load[i]!;
    energy -= load[i]! * v[i]!;
  }
  for (let n = 0; n < constant.triangles.length; n++) {
    const t = constant.triangles[n]!;
    for (let k = 0; k < 6; k++) values[k] = v[triangles[t * 6 + k]!]!;
    for (let k = 0, e = n * 21; k < 6; k++) {
      let force = constant.local[e]! * values[k]!;
      energy += (force * values[k]!) / 2;
      e++;
      for (let l = k + 1; l < 6; l++, e++) {
        const entryValue = constant.local[e]!;
        force += entryValue * values[l]!;
        gradient[triangles[t * 6 + l]!]! += entryValue * values[k]!;
        energy += entryValue * values[k]! * values[l]!;
      }
      gradient[triangles[t * 6 + k]!]! += force;
    }
  }
  if (tangent) matrix.value.set(constant.values);
  const background = problem.background ?? 0;
  const local = new Float64Array(21);
  for (let n = 0; n < steel.length; n++) {
    const t = steel[n]!;
    const curve = curveOf(mesh, t);
    for (let k = 0; k < 6; k++) values[k] = v[triangles[t * 6 + k]!]!;
    local.fill(0);
    for (let q = 0; q < QUADRATURE_POINTS; q++) {
      const o = (t * QUADRATURE_POINTS + q) * 6;
      let br = 0;
      let bz = background;
      for (let k = 0; k < 6; k++) {
        br += radial[o + k]! * values[k]!;
        bz += axial[o + k]! * values[k]!;
      }
      const w = weight[t * QUADRATURE_POINTS + q]!;
      const square = br * br + bz * bz;
      const b = Math.sqrt(square);
      energy += w * (curve.energyDensity(b) - (background / MU_0) * bz);
      let nu = curve.reluctivity(b);
      let extra = 0;
      if (b > 1e-9) {
        const secant = curve.fieldStrength(b) / b;
        extra = (nu - secant) / square;
        nu = secant;
      }
      for (let k = 0, e = 0; k < 6; k++) {
        const rk = radial[o + k]!;
        const zk = axial[o + k]!;
        const along = br * rk + bz * zk;
        gradient[triangles[t * 6 + k]!]! += w * (nu * along - (background / MU_0) * zk);
        if (!tangent) continue;
        const wr = w * (nu * rk + extra * along * br);
        const wz = w * (nu * zk + extra * along * bz);
        for (let l = k; l < 6; l++) local[e++]! += wr * radial[o + l]! + wz * axial[o + l]!;
      }
    }
    for (let e = 0; tangent && e < 21; e++) {
      const at = entry[t * 21 + e]!;
      if (at >= 0) matrix.value[at]! += local[e]!;
    }
  }
  return energy;
}
