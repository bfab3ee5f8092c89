import { realToShell, heightToShell, writeShapeFunctions } from './elements.js';
import { fieldAt } from './field-at.js';
import type { Mesh } from './mesh.js';
import { smoothFields } from './gradient-recovery.js';
import type { FieldSolution } from './solution.js';

/** A field sampled on an even raster of the half-plane, row by row from low z. */
export interface FieldRaster {
  readonly columns: number;
  readonly rows: number;
  /** Radius of the last column and heights of the first and last row, m. */
  readonly width: number;
  readonly low: number;
  readonly high: number;
  /** Flux density, T, and flux through the coaxial disc that ends at the point, Wb. */
  readonly radial: Float32Array;
  readonly axial: Float32Array;
  readonly flux: Float64Array;
}

/**
 * Samples a solution for a picture: what {@link fieldAt} gives at each place, but triangle by triangle,
 * which are straight in ρ² and z, so that none has to be sought. Where two materials meet, either's.
 */
export function rasterOf(
  solution: FieldSolution,
  { width, low, high }: { readonly width: number; readonly low: number; readonly high: number },
  columns: number,
  rows: number,
): FieldRaster {
  const { mesh, u } = solution;
  const { triangles } = mesh;
  const { shell } = mesh.grid;
  const fields = smoothFields(solution);
  const background = mesh.problem.background ?? 0;
  const radius = Float64Array.from({ length: columns }, (_, i) => (width * i) / (columns - 1));
  const height = Float64Array.from(
    { length: rows },
    (_, j) => low + ((high - low) * j) / (rows - 1),
  );
  const squares = radius.map((r) => realToShell(r, shell.r, shell.width) ** 2);
  const heights = height.map((z) => heightToShell(mesh.grid, z));
  const radial = new Float32Array(columns * rows);
  const axial = new Float32Array(columns * rows);
  const flux = new Float64Array(columns * rows).fill(NaN);
  const s = new Float64Array(3);
  const y = new Float64Array(3);
  const shapes = new Float64Array(6);
  for (let t = 0; t < mesh.body.length; t++) {
    if (isBent(mesh, t)) continue;
    for (let k = 0; k < 3; k++) {
      const node = triangles[t * 6 + k]!;
      s[k] = mesh.s[node]!;
      y[k] = mesh.y[node]!;
    }
    const [bx, by, cx, cy] = [s[1]! - s[0]!, y[1]! - y[0]!, s[2]! - s[0]!, y[2]! - y[0]!];
    const double = bx * cy - cx * by;
    const last = Math.max(s[0]!, s[1]!, s[2]!);
    for (let i = placeOf(squares, Math.min(s[0]!, s[1]!, s[2]!)); squares[i]! <= last; i++) {
      const x = squares[i]!;
      let [from, to] = [Infinity, -Infinity];
      for (let k = 0; k < 3; k++) {
        const other = (k + 1) % 3;
        const [left, right] = [s[k]!, s[other]!];
        if (left === right || (x - left) * (x - right) > 0) continue;
        const at = y[k]! + ((x - left) / (right - left)) * (y[other]! - y[k]!);
        from = Math.min(from, at);
        to = Math.max(to, at);
      }
      for (let j = placeOf(heights, from); heights[j]! <= to; j++) {
        const up = heights[j]! - y[0]!;
        const q = ((x - s[0]!) * cy - cx * up) / double;
        const r = (bx * up - (x - s[0]!) * by) / double;
        writeShapeFunctions(1 - q - r, q, r, shapes);
        let [value, bRadial, bAxial] = [0, 0, 0];
        for (let k = 0; k < 6; k++) {
          value += u[triangles[t * 6 + k]!]! * shapes[k]!;
          bRadial += fields[12 * t + 2 * k]! * shapes[k]!;
          bAxial += fields[12 * t + 2 * k + 1]! * shapes[k]!;
        }
        const at = j * columns + i;
        radial[at] = i === 0 && radius[0] === 0 ? 0 : bRadial;
        axial[at] = bAxial;
        flux[at] = 2 * Math.PI * value + Math.PI * radius[i]! ** 2 * background;
      }
    }
  }
  // Bent triangles round a ball, and places that rounding put just outside an edge.
  for (let at = 0; at < flux.length; at++) {
    if (!Number.isNaN(flux[at]!)) continue;
    const found = fieldAt(solution, radius[at % columns]!, height[Math.floor(at / columns)]!);
    radial[at] = found.r;
    axial[at] = found.z;
    flux[at] = found.flux;
  }
  return { columns, rows, width, low, high, radial, axial, flux };
}

/** Number of the first of ascending values that is not below one. */
function placeOf(values: Float64Array, least: number): number {
  let [low, high] = [0, values.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (values[middle]! < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Whether the middle of a side lies off the straight line between its corners. */
function isBent({ triangles, s, y, roundings }: Mesh, t: number): boolean {
  if (roundings.length === 0) return false;
  return [0, 1, 2].some((k) => {
    const [a, b, middle] = [(k + 1) % 3, (k + 2) % 3, k + 3].map((n) => triangles[t * 6 + n]!) as [
      number,
      number,
      number,
    ];
    const off =
      Math.abs(s[a]! + s[b]! - 2 * s[middle]!) / (s[a]! + s[b]! + s[middle]!) +
      Math.abs(y[a]! + y[b]! - 2 * y[middle]!) / (Math.abs(y[a]! - y[b]!) + 1e-12);
    return off > 1e-9;
  });
}
