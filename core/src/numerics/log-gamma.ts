/**
 * Terms of Stirling’s series, B₂ₖ / (2k(2k−1)). Source: NIST DLMF 5.11.1, with the Bernoulli numbers
 * of DLMF 24.2.
 */
const STIRLING = [
  1 / 12,
  -1 / 360,
  1 / 1260,
  -1 / 1680,
  1 / 1188,
  -691 / 360_360,
  1 / 156,
  -3617 / 122_400,
];
/** From here on the series has a double’s digits. */
const LARGE = 10;
const HALF_LOG_2_PI = 0.5 * Math.log(2 * Math.PI);

/** ln Γ(x) − (x − ½) ln x + x − ½ ln 2π, for x ≥ 10: what Stirling’s formula leaves out. */
function stirlingRest(x: number): number {
  const square = 1 / (x * x);
  return STIRLING.reduceRight((sum, term) => sum * square + term, 0) / x;
}

/** ln Γ(x) for x > 0; NaN elsewhere. Source: NIST DLMF 5.5.1 (recurrence), 5.11.1. */
export function logGamma(x: number): number {
  if (!(x > 0)) return NaN;
  if (x === Infinity) return Infinity;
  let product = 1;
  let y = x;
  for (; y < LARGE; y++) product *= y;
  return (y - 0.5) * Math.log(y) - y + HALF_LOG_2_PI + stirlingRest(y) - Math.log(product);
}

/**
 * ln B(a, b) for a, b > 0. Where both are large the large parts of the three gammas are taken away
 * from one another before they are computed, so that their difference keeps its digits.
 * Source: NIST DLMF 5.12.1, 5.11.1.
 */
export function logBeta(a: number, b: number): number {
  const [small, large] = a < b ? [a, b] : [b, a];
  if (large < LARGE) return logGamma(small) + logGamma(large) - logGamma(small + large);
  const sum = small + large;
  const rest = stirlingRest(large) - stirlingRest(sum);
  // ln Γ(large) − ln Γ(sum), without the parts that cancel.
  const ratio = (large - 0.5) * Math.log1p(-small / sum) - small * Math.log(sum) + small + rest;
  return logGamma(small) + ratio;
}
