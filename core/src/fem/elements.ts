import type { DiscreteProblem } from './field-problem.js';

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
export const POINTS = 7;

/** The six functions of second order: corners, then the middles opposite to them. */
export function shapeFunctions([p, q, s]: readonly number[]): number[] {
  return [
    p! * (2 * p! - 1),
    q! * (2 * q! - 1),
    s! * (2 * s! - 1),
    4 * q! * s!,
    4 * s! * p!,
    4 * p! * q!,
  ];
}

/** Their derivatives by the three barycentric coordinates, six rows of three. */
export function shapeDerivatives([p, q, s]: readonly number[]): number[][] {
  return [
    [4 * p! - 1, 0, 0],
    [0, 4 * q! - 1, 0],
    [0, 0, 4 * s! - 1],
    [0, 4 * s!, 4 * q!],
    [4 * s!, 0, 4 * p!],
    [4 * q!, 4 * p!, 0],
  ];
}

/**
 * What the integrals need, per triangle and point: the flux density per unit of each node's value,
 * (−ρ ∂φ/∂z, 2 φ + ρ ∂φ/∂ρ), the weight 2πρ dA, and the radius.
 */
export interface ElementTable {
  readonly radial: Float64Array;
  readonly axial: Float64Array;
  readonly weight: Float64Array;
  readonly radius: Float64Array;
  readonly height: Float64Array;
}

/** Real coordinate of a grid coordinate, and its derivative; infinite at the end of the shell. */
export function unfold(x: number, from: number, width: number): { at: number; slope: number } {
  const s = x - from;
  if (s <= 0) return { at: x, slope: 1 };
  const left = 1 - s / width;
  return { at: from + s / left, slope: 1 / (left * left) };
}

/** Radius and height of a grid point, with the slopes of both maps. */
export function place(
  { grid: { shell } }: DiscreteProblem,
  x: number,
  y: number,
): { r: number; z: number; slopeR: number; slopeZ: number } {
  const r = unfold(x, shell.r, shell.width);
  const up = y > shell.zHigh;
  const z = up ? unfold(y, shell.zHigh, shell.width) : unfold(-y, -shell.zLow, shell.width);
  return {
    r: r.at,
    z: up || y >= shell.zLow ? (up ? z.at : y) : -z.at,
    slopeR: r.slope,
    slopeZ: z.slope,
  };
}

/** Grid coordinates of a node of second order. */
export function nodePlace(
  { grid, columns }: DiscreteProblem,
  node: number,
): { x: number; y: number } {
  const at = (lines: Float64Array, k: number): number =>
    k % 2 === 0 ? lines[k / 2]! : (lines[(k - 1) / 2]! + lines[(k + 1) / 2]!) / 2;
  return { x: at(grid.r, node % columns), y: at(grid.z, Math.floor(node / columns)) };
}

export function elementTable(discrete: DiscreteProblem): ElementTable {
  const { triangles, body } = discrete;
  const count = body.length;
  const radial = new Float64Array(count * POINTS * 6);
  const axial = new Float64Array(count * POINTS * 6);
  const weight = new Float64Array(count * POINTS);
  const radius = new Float64Array(count * POINTS);
  const height = new Float64Array(count * POINTS);
  const shapes = RULE.points.map(shapeFunctions);
  const derivatives = RULE.points.map(shapeDerivatives);
  for (let t = 0; t < count; t++) {
    const [a, b, c] = [0, 1, 2].map((k) => nodePlace(discrete, triangles[t * 6 + k]!)) as [
      { x: number; y: number },
      { x: number; y: number },
      { x: number; y: number },
    ];
    const double = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
    const byX = [b.y - c.y, c.y - a.y, a.y - b.y].map((d) => d / double);
    const byY = [c.x - b.x, a.x - c.x, b.x - a.x].map((d) => d / double);
    RULE.points.forEach((point, q) => {
      const x = point[0]! * a.x + point[1]! * b.x + point[2]! * c.x;
      const y = point[0]! * a.y + point[1]! * b.y + point[2]! * c.y;
      const { r, z, slopeR, slopeZ } = place(discrete, x, y);
      const at = t * POINTS + q;
      weight[at] = (RULE.weights[q]! * Math.abs(double) * slopeR * slopeZ * 2 * Math.PI * r) / 2;
      radius[at] = r;
      height[at] = z;
      for (let k = 0; k < 6; k++) {
        const d = derivatives[q]![k]!;
        const dx = d[0]! * byX[0]! + d[1]! * byX[1]! + d[2]! * byX[2]!;
        const dy = d[0]! * byY[0]! + d[1]! * byY[1]! + d[2]! * byY[2]!;
        radial[at * 6 + k] = (-r * dy) / slopeZ;
        axial[at * 6 + k] = 2 * shapes[q]![k]! + (r * dx) / slopeR;
      }
    });
  }
  return { radial, axial, weight, radius, height };
}

/** Values of the six functions at the points of the rule, point by point. */
export const SHAPES_AT_POINTS = Float64Array.from(RULE.points.flatMap(shapeFunctions));
