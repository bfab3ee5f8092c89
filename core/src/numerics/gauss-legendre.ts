/** Nodes and weights of a quadrature rule on [0, 1]. */
export interface QuadratureRule {
  readonly nodes: Float64Array;
  readonly weights: Float64Array;
}

const rules = new Map<number, QuadratureRule>();

/**
 * Gauss–Legendre rule with n points on [0, 1], exact for polynomials up to degree 2n − 1.
 * Nodes by Newton's method on the Legendre recurrence (Numerical Recipes, 3rd ed., §4.6.1).
 * @param n number of points, integer ≥ 1. Rules are kept.
 */
export function gaussLegendre(n: number): QuadratureRule {
  const known = rules.get(n);
  if (known) return known;
  const nodes = new Float64Array(n);
  const weights = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let x = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5));
    let derivative = 0;
    for (let iteration = 0; iteration < 100; iteration++) {
      let p = 1;
      let previous = 0;
      for (let k = 1; k <= n; k++) {
        const next = ((2 * k - 1) * x * p - (k - 1) * previous) / k;
        previous = p;
        p = next;
      }
      derivative = (n * (x * p - previous)) / (x * x - 1);
      const step = p / derivative;
      x -= step;
      if (Math.abs(step) < 1e-15) break;
    }
    nodes[n - 1 - i] = (1 + x) / 2;
    weights[n - 1 - i] = 1 / ((1 - x * x) * derivative * derivative);
  }
  const rule = { nodes, weights };
  rules.set(n, rule);
  return rule;
}

/** ∫ₐᵇ f(x) dx by an n-point Gauss–Legendre rule. */
export function integrate(f: (x: number) => number, a: number, b: number, n = 16): number {
  const { nodes, weights } = gaussLegendre(n);
  let sum = 0;
  for (let i = 0; i < n; i++) sum += weights[i]! * f(a + (b - a) * nodes[i]!);
  return sum * (b - a);
}

/**
 * ∫ₐᵇ f(x) dx where f has an integrable singularity or a kink at either end: the interval is
 * halved geometrically toward both ends and each piece gets an n-point rule.
 * @param levels number of halvings toward each end; the neglected piece is (b − a)·2^−levels wide
 *   and still integrated, only less well.
 */
export function integrateGraded(
  f: (x: number) => number,
  a: number,
  b: number,
  { n = 12, levels = 30 } = {},
): number {
  if (!(b > a)) return 0;
  let sum = 0;
  let outer = (b - a) / 2;
  for (let level = 0; level < levels; level++) {
    const inner = level === levels - 1 ? 0 : outer / 2;
    sum += integrate((t) => f(a + t), inner, outer, n);
    sum += integrate((t) => f(b - t), inner, outer, n);
    outer = inner;
  }
  return sum;
}
