import { fold, shapeFunctions, shapeSlopes, unfold, unfoldHeight } from './elements.js';
import type { Mesh } from './mesh.js';
import { unbend } from './rounding.js';
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
  /** How far inside, negative outside: the smallest of the three coordinates. */
  readonly smallest: number;
}

/** Field at a radius ≥ 0 and height, m, anywhere in space. */
export function fieldAt({ mesh, u }: FieldSolution, radius: number, height: number): FieldAt {
  const { grid, triangles } = mesh;
  const { shell } = grid;
  const x = fold(radius, shell.r, shell.width);
  const y =
    height > shell.zHigh
      ? fold(height, shell.zHigh, shell.width)
      : -fold(-height, -shell.zLow, shell.width);
  const { t, q, s } = find(mesh, x, y);
  const p = 1 - q - s;
  const shapes = shapeFunctions(p, q, s);
  const slopes = shapeSlopes(p, q, s);
  let [value, uq, us, xq, xs, yq, ys] = [0, 0, 0, 0, 0, 0, 0];
  for (let k = 0; k < 6; k++) {
    const node = triangles[t * 6 + k]!;
    value += u[node]! * shapes[k]!;
    uq += u[node]! * slopes.q[k]!;
    us += u[node]! * slopes.s[k]!;
    xq += mesh.x[node]! * slopes.q[k]!;
    xs += mesh.x[node]! * slopes.s[k]!;
    yq += mesh.y[node]! * slopes.q[k]!;
    ys += mesh.y[node]! * slopes.s[k]!;
  }
  const double = xq * ys - xs * yq;
  const dx = (uq * ys - us * yq) / double;
  const dy = (us * xq - uq * xs) / double;
  return {
    r: (-radius * dy) / unfoldHeight(grid, y).slope,
    z: 2 * value + (radius * dx) / unfold(x, shell.r, shell.width).slope,
    flux: 2 * Math.PI * radius * radius * value,
  };
}

/** u at a place in grid coordinates of the solution's mesh. */
export function valueAt({ mesh, u }: FieldSolution, x: number, y: number): number {
  const { t, q, s } = find(mesh, x, y);
  return shapeFunctions(1 - q - s, q, s).reduce(
    (sum, shape, k) => sum + shape * u[mesh.triangles[t * 6 + k]!]!,
    0,
  );
}

/** Triangle at a place in grid coordinates. */
function find(mesh: Mesh, x: number, y: number): Within {
  const { grid, roundings } = mesh;
  const across = grid.r.length - 1;
  const straight = unbend(roundings, x, y);
  const i = cellOf(grid.r, straight.x);
  const j = cellOf(grid.z, straight.y);
  let best: Within = { t: 0, q: 0, s: 0, smallest: -Infinity };
  // Bent cells have bent sides: a point near one may lie in the next cell.
  const around = straight.bent ? 1 : 0;
  for (let b = Math.max(0, j - around); b <= Math.min(grid.z.length - 2, j + around); b++) {
    for (let a = Math.max(0, i - around); a <= Math.min(across - 1, i + around); a++) {
      for (let t = 2 * (b * across + a), end = t + 2; t < end; t++) {
        const within = locate(mesh, t, x, y, straight.bent);
        if (within.smallest > best.smallest) best = within;
      }
    }
  }
  return best;
}

function locate(mesh: Mesh, t: number, x: number, y: number, bent: boolean): Within {
  const { triangles } = mesh;
  const node = (k: number): number => triangles[t * 6 + k]!;
  const [ax, ay] = [mesh.x[node(0)]!, mesh.y[node(0)]!];
  const [bx, by] = [mesh.x[node(1)]! - ax, mesh.y[node(1)]! - ay];
  const [cx, cy] = [mesh.x[node(2)]! - ax, mesh.y[node(2)]! - ay];
  const double = bx * cy - cx * by;
  let q = ((x - ax) * cy - cx * (y - ay)) / double;
  let s = (bx * (y - ay) - (x - ax) * by) / double;
  for (let n = 0; bent && n < 6; n++) {
    const shapes = shapeFunctions(1 - q - s, q, s);
    const slopes = shapeSlopes(1 - q - s, q, s);
    let [px, py, xq, xs, yq, ys] = [0, 0, 0, 0, 0, 0];
    for (let k = 0; k < 6; k++) {
      const [nx, ny] = [mesh.x[node(k)]!, mesh.y[node(k)]!];
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
  return { t, q, s, smallest: Math.min(1 - q - s, q, s) };
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
