import { findRoot } from './root.js';

/** ln Γ(x) for x > 0 by Lanczos' series (g = 7, 9 terms; Godfrey 2001). Relative error 1e-14. */
export function logGamma(x: number): number {
  if (!(x > 0)) return NaN;
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const z = x - 1;
  let sum = LANCZOS[0]!;
  for (let i = 1; i < LANCZOS.length; i++) sum += LANCZOS[i]! / (z + i);
  const t = z + 7.5;
  return Math.log(2 * Math.PI) / 2 + (z + 0.5) * Math.log(t) - t + Math.log(sum);
}

const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313,
  -176.61502916214059, 12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6,
  1.5056327351493116e-7,
];

/**
 * Regularised incomplete beta function I_x(a, b), a, b > 0, 0 ≤ x ≤ 1, by the continued fraction
 * (Numerical Recipes, 3rd ed., §6.4, modified Lentz). Relative error about 1e-14.
 */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (!(a > 0 && b > 0) || !(x >= 0 && x <= 1)) return NaN;
  if (x === 0 || x === 1) return x;
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a);
  const front =
    Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log1p(-x)) /
    a;
  const tiny = 1e-300;
  const guard = (value: number): number => (Math.abs(value) < tiny ? tiny : value);
  let c = 1;
  let d = 1 / guard(1 - ((a + b) * x) / (a + 1));
  let h = d;
  for (let m = 1; m < 500; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / guard(1 + even * d);
    c = guard(1 + even / c);
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / guard(1 + odd * d);
    c = guard(1 + odd / c);
    const delta = d * c;
    h *= delta;
    if (Math.abs(delta - 1) < 1e-15) break;
  }
  return front * h;
}

/** P(T ≤ t) of Student's t with ν > 0 degrees of freedom (not necessarily whole). */
export function studentTCdf(t: number, degreesOfFreedom: number): number {
  const tail = incompleteBeta(
    degreesOfFreedom / (degreesOfFreedom + t * t),
    degreesOfFreedom / 2,
    0.5,
  );
  return t > 0 ? 1 - tail / 2 : tail / 2;
}

/** Quantile of Student's t: the t with P(T ≤ t) = p, 0 < p < 1, ν > 0. NaN elsewhere. */
export function studentTQuantile(p: number, degreesOfFreedom: number): number {
  if (!(p > 0 && p < 1) || !(degreesOfFreedom > 0)) return NaN;
  if (p === 0.5) return 0;
  if (p < 0.5) return -studentTQuantile(1 - p, degreesOfFreedom);
  let high = 1;
  while (studentTCdf(high, degreesOfFreedom) < p) high *= 2;
  return findRoot((t) => studentTCdf(t, degreesOfFreedom) - p, 0, high, 1e-13 * high);
}

/** Φ(x), the standard normal distribution function. Absolute error below 1.2e-7. */
export function normalCdf(x: number): number {
  // Φ(x) = ½ erfc(−x/√2); erfc by a Chebyshev fit (Numerical Recipes, 2nd ed., §6.2).
  const z = Math.abs(x) / Math.SQRT2;
  const t = 2 / (2 + z);
  const series =
    -1.26551223 +
    t *
      (1.00002368 +
        t *
          (0.37409196 +
            t *
              (0.09678418 +
                t *
                  (-0.18628806 +
                    t *
                      (0.27886807 +
                        t *
                          (-1.13520398 +
                            t * (1.48851587 + t * (-0.82215223 + t * 0.17087277))))))));
  const upper = (t * Math.exp(-z * z + series)) / 2;
  return x >= 0 ? 1 - upper : upper;
}
