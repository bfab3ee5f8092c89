/**
 * Root of f in [a, b] by Brent's method as simplified by Chandrupatla (Adv. Eng. Softw. 28, 145
 * (1997)): inverse quadratic steps where they are safe, halving elsewhere.
 * @param f continuous, with f(a) and f(b) of opposite sign (NaN otherwise).
 * @param tolerance absolute, in the unit of x.
 */
export function findRoot(
  f: (x: number) => number,
  a: number,
  b: number,
  tolerance: number,
): number {
  let x1 = a;
  let x2 = b;
  let f1 = f(x1);
  let f2 = f(x2);
  if (f1 === 0) return x1;
  if (f2 === 0) return x2;
  if (!(f1 * f2 < 0)) return NaN;
  let t = 0.5;
  let x3 = x1;
  let f3 = f1;
  for (let i = 0; i < 100; i++) {
    const x = x1 + t * (x2 - x1);
    const fx = f(x);
    if (fx * f1 > 0) {
      x3 = x1;
      f3 = f1;
    } else {
      x3 = x2;
      x2 = x1;
      f3 = f2;
      f2 = f1;
    }
    x1 = x;
    f1 = fx;
    const best = Math.abs(f2) < Math.abs(f1) ? x2 : x1;
    const closeness = tolerance / Math.abs(x2 - x1);
    if (closeness > 0.5 || fx === 0) return best;
    const xi = (x1 - x2) / (x3 - x2);
    const phi = (f1 - f2) / (f3 - f2);
    const inverseQuadratic = phi ** 2 < xi && (1 - phi) ** 2 < 1 - xi;
    t = inverseQuadratic
      ? (f1 / (f2 - f1)) * (f3 / (f2 - f3)) +
        ((x3 - x1) / (x2 - x1)) * (f1 / (f3 - f1)) * (f2 / (f3 - f2))
      : 0.5;
    t = Math.min(1 - closeness, Math.max(closeness, t));
  }
  return x1;
}
