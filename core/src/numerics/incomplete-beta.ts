import { continuedFraction } from './continued-fraction.js';
import { logBeta } from './log-gamma.js';

/**
 * Iₓ(a, b), the regularised incomplete beta function, 0 ≤ x ≤ 1, a, b > 0; NaN elsewhere.
 * Source: NIST DLMF 8.17.22 (continued fraction), 8.17.4 (symmetry).
 * @param rest 1 − x, where it is known better than x is.
 */
export function incompleteBeta(a: number, b: number, x: number, rest = 1 - x): number {
  if (!(a > 0 && b > 0 && x >= 0 && rest >= 0)) return NaN;
  if (x === 0 || rest === 0) return x === 0 ? 0 : 1;
  // The fraction goes quickly on this side of the middle.
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(b, a, rest, x);
  const lead = Math.exp(a * logOf(x, rest) + b * logOf(rest, x) - logBeta(a, b)) / a;
  return lead / continuedFraction(1, (n) => [coefficient(a, b, x, n), 1]);
}

/** ln(share), from the smaller of share and 1 − share, which has more correct digits. */
const logOf = (share: number, rest: number): number =>
  share < 0.5 ? Math.log(share) : Math.log1p(-rest);

/** d₁, d₂, … of DLMF 8.17.22. */
function coefficient(a: number, b: number, x: number, n: number): number {
  const m = Math.floor(n / 2);
  const at = a + 2 * m;
  return n % 2 === 0
    ? (m * (b - m) * x) / ((at - 1) * at)
    : (-(a + m) * (a + b + m) * x) / (at * (at + 1));
}
