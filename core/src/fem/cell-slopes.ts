import { curveOf } from './mesh.js';
import { cornerFields } from './recovered.js';
import type { FieldSolution } from './solution.js';

/**
 * |∇|H|²| of every cell of the grid, A²/m³, the mean of its two triangles, from the flux density at
 * their corners. Cells are numbered row by row from low z. First order in the size of the cell.
 */
export function squareSlopes(solution: FieldSolution): Float64Array {
  const { mesh } = solution;
  const { own } = cornerFields(solution);
  const slopes = new Float64Array(mesh.body.length / 2);
  for (let t = 0; t < mesh.body.length; t++) {
    const curve = curveOf(mesh, t);
    const [a, b, c] = [0, 1, 2].map((k) => {
      const node = mesh.triangles[t * 6 + k]!;
      const h = curve.fieldStrength(Math.hypot(own[t * 6 + 2 * k]!, own[t * 6 + 2 * k + 1]!));
      return { x: mesh.x[node]!, y: mesh.y[node]!, square: h * h };
    }) as [Corner, Corner, Corner];
    const double = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    const byR =
      ((b.square - a.square) * (c.y - a.y) - (c.square - a.square) * (b.y - a.y)) / double;
    const byZ =
      ((c.square - a.square) * (b.x - a.x) - (b.square - a.square) * (c.x - a.x)) / double;
    slopes[t >> 1]! += Math.hypot(byR, byZ) / 2;
  }
  return slopes;
}

interface Corner {
  readonly x: number;
  readonly y: number;
  readonly square: number;
}
