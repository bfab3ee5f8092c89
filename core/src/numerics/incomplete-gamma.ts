import { continuedFraction } from './continued-fraction.js';
import { logGamma } from './log-gamma.js';

/**
 * P(a, x), the share of Γ(a) below x, and Q = 1 − P, each with its own digits where it is small;
 * a > 0, x ≥ 0, NaN elsewhere. Source: NIST DLMF 8.7.1 (series), 8.9.2 (continued fraction).
 */
export function incompleteGamma(a: number, x: number): { lower: number; upper: number } {
  if (!(a > 0 && x >= 0)) return { lower: NaN, upper: NaN };
  if (x === 0) return { lower: 0, upper: 1 };
  if (x === Infinity) return { lower: 1, upper: 0 };
  const lead = Math.exp(a * Math.log(x) - x - logGamma(a));
  if (x < a + 1) {
    const lower = (lead * series(a, x)) / a;
    return { lower, upper: 1 - lower };
  }
  const upper = lead / continuedFraction(x + 1 - a, (n) => [n * (a - n), x + 2 * n + 1 - a]);
  return { lower: 1 - upper, upper };
}

/** 1 + x/(a+1) + x²/((a+1)(a+2)) + … */
function series(a: number, x: number): number {
  let sum = 1;
  let term = 1;
  for (let n = 1; term > sum * 2 ** -53; n++) {
    term *= x / (a + n);
    sum += term;
  }
  return sum;
}
