import { realToShell, heightToShell, shapeFunctions, shapeDerivatives } from './elements.js';
import type { Mesh } from './mesh.js';
import { leafAt } from './refinement-forest.js';
import { smoothFields } from './gradient-recovery.js';
import { fromCurved } from './curved-elements.js';
import type { FieldSolution } from './solution.js';

/** Flux density at a point, T, and the flux through the coaxial disc that ends there, Wb. */
export interface FieldAt {
  readonly r: number;
  readonly z: number;
  readonly flux: number;
}

/** A triangle with a place in it, barycentric by its second and third corner. */
interface Within {
  readonly t: number;
  readonly q: number;
  readonly s: number;
}

/**
 * Field at a radius ≥ 0 and height, m, anywhere in space: the flux density averaged at the nodes over
 * the triangles of one material, second order in between; the flux as solved.
 */
export function fieldAt(solution: FieldSolution, radius: number, height: number): FieldAt {
  const { mesh, u } = solution;
  const { shell } = mesh.grid;
  const x = realToShell(radius, shell.r, shell.width);
  const { t, q, s } = find(mesh, x, heightToShell(mesh.grid, height));
  const shapes = shapeFunctions(1 - q - s, q, s);
  const fields = smoothFields(solution);
  let [value, r, z] = [0, 0, 0];
  for (let k = 0; k < 6; k++) {
    value += u[mesh.triangles[t * 6 + k]!]! * shapes[k]!;
    r += fields[12 * t + 2 * k]! * shapes[k]!;
    z += fields[12 * t + 2 * k + 1]! * shapes[k]!;
  }
  const background = mesh.problem.background ?? 0;
  return {
    r: radius === 0 ? 0 : r,
    z,
    flux: 2 * Math.PI * value + Math.PI * radius * radius * background,
  };
}

/** ψ at a place in grid coordinates of the solution's mesh. */
export function valueAt({ mesh, u }: FieldSolution, x: number, y: number): number {
  const { t, q, s } = find(mesh, x, y);
  return shapeFunctions(1 - q - s, q, s).reduce(
    (sum, shape, k) => sum + shape * u[mesh.triangles[t * 6 + k]!]!,
    0,
  );
}

/** Triangle at a place in grid coordinates. */
function find(mesh: Mesh, x: number, y: number): Within {
  const straight = fromCurved(mesh.roundings, x, y);
  return locate(mesh, mesh.elementOf[leafAt(mesh.forest, straight)]!, x, y, straight.bent);
}

function locate(mesh: Mesh, t: number, radius: number, y: number, bent: boolean): Within {
  const x = radius * radius;
  const { triangles } = mesh;
  const node = (k: number): number => triangles[t * 6 + k]!;
  const [ax, ay] = [mesh.s[node(0)]!, mesh.y[node(0)]!];
  const [bx, by] = [mesh.s[node(1)]! - ax, mesh.y[node(1)]! - ay];
  const [cx, cy] = [mesh.s[node(2)]! - ax, mesh.y[node(2)]! - ay];
  const double = bx * cy - cx * by;
  let q = ((x - ax) * cy - cx * (y - ay)) / double;
  let s = (bx * (y - ay) - (x - ax) * by) / double;
  for (let n = 0; bent && n < 6; n++) {
    const shapes = shapeFunctions(1 - q - s, q, s);
    const slopes = shapeDerivatives(1 - q - s, q, s);
    let [px, py, xq, xs, yq, ys] = [0, 0, 0, 0, 0, 0];
    for (let k = 0; k < 6; k++) {
      const [nx, ny] = [mesh.s[node(k)]!, mesh.y[node(k)]!];
      px += shapes[k]! * nx;
      py += shapes[k]! * ny;
      xq += slopes.q[k]! * nx;
      xs += slopes.s[k]! * nx;
      yq += slopes.q[k]! * ny;
      ys += slopes.s[k]! * ny;
    }
    const det = xq * ys - xs * yq;
    q += ((x - px) * ys - xs * (y - py)) / det;
    s += (xq * (y - py) - (x - px) * yq) / det;
  }
  return { t, q, s };
}
