import { MU_0 } from '../physics/index.js';
import type { FieldProblem } from './field-problem.js';
import { withBodyDisplaced } from './mesh.js';
import { fieldEnergy, forEachQuadraturePoint } from './outputs.js';
import type { FieldSolution } from './solution.js';
import { solveField } from './solve.js';

/**
 * Axial force on a body, N: Maxwell's stress averaged over the layer of air around it,
 * F = −∫ T·∇γ dV with γ falling from 1 on the body to 0 across one layer of cells.
 * Source: Henrotte, Deliége & Hameyer, COMPEL 23, 996 (2004), the eggshell approach.
 */
export function forceOn(solution: FieldSolution, body: number): number {
  const { mesh, table } = solution;
  const { triangles } = mesh;
  const onBody = new Uint8Array(mesh.x.length);
  mesh.body.forEach((b, t) => {
    if (b === body) for (let k = 0; k < 3; k++) onBody[triangles[t * 6 + k]!] = 1;
  });
  const gamma = new Float64Array(6);
  let force = 0;
  mesh.body.forEach((b, t) => {
    if (b >= 0) return;
    for (let k = 0; k < 3; k++) gamma[k] = onBody[triangles[t * 6 + k]!]!;
    if (gamma[0] === gamma[1] && gamma[1] === gamma[2]) return;
    // Linear across the triangle: a middle has the mean of its ends.
    for (let k = 0; k < 3; k++) gamma[3 + k] = (gamma[(k + 1) % 3]! + gamma[(k + 2) % 3]!) / 2;
    forEachQuadraturePoint(solution, t, (br, bz, weight, at) => {
      let [alongR, alongZ] = [0, 0];
      for (let k = 0; k < 6; k++) {
        alongR += gamma[k]! * table.axial[at * 6 + k]!;
        alongZ -= gamma[k]! * table.radial[at * 6 + k]!;
      }
      const radius = table.radius[at]!;
      const [slopeR, slopeZ] = [alongR * radius, alongZ * radius];
      force -= (weight * (br * bz * slopeR + ((bz * bz - br * br) / 2) * slopeZ)) / MU_0;
    });
  });
  return force;
}

/** A problem with one body moved along the axis, m. */
export function moved(problem: FieldProblem, body: number, by: number): FieldProblem {
  return {
    ...problem,
    bodies: problem.bodies.map((one, k) =>
      k !== body
        ? one
        : {
            ...one,
            ...(one.rectangles && {
              rectangles: one.rectangles.map(({ r0, r1, z0, z1 }) => ({
                r0,
                r1,
                z0: z0 + by,
                z1: z1 + by,
              })),
            }),
            ...(one.ball && { ball: { ...one.ball, centre: one.ball.centre + by } }),
          },
    ),
  };
}

/**
 * Axial force on a body by virtual work, N: the change of co-energy at constant current as the body
 * is moved a little either way and the triangles at its surface with it. It costs two more solutions,
 * which begin with the factors of this one, and takes no stress.
 * @param step how far it is moved, m: far less than a neighbouring triangle; a thousandth of the gap.
 */
export function forceByVirtualWork(start: FieldSolution, body: number, step: number): number {
  const { mesh } = start;
  const coenergy = (by: number): number => {
    const grid = withBodyDisplaced(mesh, body, by);
    return fieldEnergy(solveField(moved(mesh.problem, body, by), { grid, start })).coenergy;
  };
  return (coenergy(step) - coenergy(-step)) / (2 * step);
}
