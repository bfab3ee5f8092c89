import type { Mesh } from './mesh.js';

/** Points of the seven-point rule of degree five on a triangle, barycentric, and their weights. */
const RULE = ((): {
  readonly points: readonly (readonly number[])[];
  readonly weights: readonly number[];
} => {
  const root = Math.sqrt(15);
  const [a, b] = [(6 - root) / 21, (6 + root) / 21];
  const [wa, wb] = [(155 - root) / 1200, (155 + root) / 1200];
  const around = (p: number): number[][] => [
    [1 - 2 * p, p, p],
    [p, 1 - 2 * p, p],
    [p, p, 1 - 2 * p],
  ];
  return {
    points: [[1 / 3, 1 / 3, 1 / 3], ...around(a), ...around(b)],
    weights: [9 / 40, wa, wa, wa, wb, wb, wb],
  };
})();
export const QUADRATURE_POINTS = 7;

/** The six functions of second order: corners, then the middles opposite to them. */
export function shapeFunctions(p: number, q: number, s: number): number[] {
  const out = new Float64Array(6);
  writeShapeFunctions(p, q, s, out);
  return [...out];
}

/** The same into six places. */
export function writeShapeFunctions(p: number, q: number, s: number, out: Float64Array): void {
  out[0] = p * (2 * p - 1);
  out[1] = q * (2 * q - 1);
  out[2] = s * (2 * s - 1);
  out[3] = 4 * q * s;
  out[4] = 4 * s * p;
  out[5] = 4 * p * q;
}

/** Their derivatives by q and by s, with p = 1 − q − s. */
export function shapeDerivatives(p: number, q: number, s: number): { q: number[]; s: number[] } {
  return {
    q: [1 - 4 * p, 4 * q - 1, 0, 4 * s, -4 * s, 4 * (p - q)],
    s: [1 - 4 * p, 0, 4 * s - 1, 4 * q, 4 * (p - s), -4 * q],
  };
}

/** Values of the six functions at the points of the rule, point by point. */
export const SHAPES_AT_POINTS = Float64Array.from(
  RULE.points.flatMap(([p, q, s]) => shapeFunctions(p!, q!, s!)),
);
const SLOPES = RULE.points.map(([p, q, s]) => shapeDerivatives(p!, q!, s!));
const SLOPES_BY_Q = Float64Array.from(SLOPES.flatMap(({ q }) => q));
const SLOPES_BY_S = Float64Array.from(SLOPES.flatMap(({ s }) => s));

/**
 * What the integrals need, per triangle and point: the flux density per unit of each node's value,
 * (−1/ρ ∂φ/∂z, 1/ρ ∂φ/∂ρ), the weight 2πρ dA, and the radius and height. Triangles and functions are
 * those of second order in ρ² and z.
 */
export interface ElementTable {
  readonly radial: Float64Array;
  readonly axial: Float64Array;
  readonly weight: Float64Array;
  readonly radius: Float64Array;
  readonly height: Float64Array;
}

/** Real coordinate of a grid coordinate, and its derivative; infinite at the end of the shell. */
export function shellToReal(x: number, from: number, width: number): { at: number; slope: number } {
  const s = x - from;
  if (s <= 0) return { at: x, slope: 1 };
  const left = 1 - s / width;
  return { at: from + s / left, slope: 1 / (left * left) };
}

/** Grid coordinate of a real one: the inverse of {@link shellToReal}. */
export function realToShell(at: number, from: number, width: number): number {
  const real = at - from;
  return real <= 0 ? at : from + real / (1 + real / width);
}

/** Grid height of a real one. */
export function heightToShell({ shell }: Mesh['grid'], height: number): number {
  return height > shell.zHigh
    ? realToShell(height, shell.zHigh, shell.width)
    : -realToShell(-height, -shell.zLow, shell.width);
}

/** Height of a grid height, and its derivative. */
export function heightToReal({ shell }: Mesh['grid'], y: number): { at: number; slope: number } {
  if (y > shell.zHigh) return shellToReal(y, shell.zHigh, shell.width);
  if (y >= shell.zLow) return { at: y, slope: 1 };
  const { at, slope } = shellToReal(-y, -shell.zLow, shell.width);
  return { at: -at, slope };
}

export function elementTable(mesh: Mesh): ElementTable {
  const { triangles, body, grid } = mesh;
  const count = body.length;
  const radial = new Float64Array(count * QUADRATURE_POINTS * 6);
  const axial = new Float64Array(count * QUADRATURE_POINTS * 6);
  const weight = new Float64Array(count * QUADRATURE_POINTS);
  const radius = new Float64Array(count * QUADRATURE_POINTS);
  const height = new Float64Array(count * QUADRATURE_POINTS);
  const x = new Float64Array(6);
  const y = new Float64Array(6);
  for (let t = 0; t < count; t++) {
    for (let k = 0; k < 6; k++) {
      x[k] = mesh.s[triangles[t * 6 + k]!]!;
      y[k] = mesh.y[triangles[t * 6 + k]!]!;
    }
    for (let q = 0; q < QUADRATURE_POINTS; q++) {
      // One by one: taking lists apart costs more than the sums until it is compiled.
      let px = 0;
      let py = 0;
      let xq = 0;
      let xs = 0;
      let yq = 0;
      let ys = 0;
      for (let k = 0, o = q * 6; k < 6; k++, o++) {
        px += SHAPES_AT_POINTS[o]! * x[k]!;
        py += SHAPES_AT_POINTS[o]! * y[k]!;
        xq += SLOPES_BY_Q[o]! * x[k]!;
        xs += SLOPES_BY_S[o]! * x[k]!;
        yq += SLOPES_BY_Q[o]! * y[k]!;
        ys += SLOPES_BY_S[o]! * y[k]!;
      }
      const double = xq * ys - xs * yq;
      const across = Math.sqrt(px);
      const r = shellToReal(across, grid.shell.r, grid.shell.width);
      const z = heightToReal(grid, py);
      const at = t * QUADRATURE_POINTS + q;
      const bySquare = (2 * across) / (r.at * r.slope);
      weight[at] = (RULE.weights[q]! * Math.abs(double) * z.slope * Math.PI) / bySquare;
      radius[at] = r.at;
      height[at] = z.at;
      const alongR = bySquare / double;
      const alongZ = 1 / (double * r.at * z.slope);
      for (let k = 0, o = q * 6; k < 6; k++, o++) {
        const byQ = SLOPES_BY_Q[o]!;
        const byS = SLOPES_BY_S[o]!;
        radial[at * 6 + k] = (byQ * xs - byS * xq) * alongZ;
        axial[at * 6 + k] = (byQ * ys - byS * yq) * alongR;
      }
    }
  }
  return { radial, axial, weight, radius, height };
}
