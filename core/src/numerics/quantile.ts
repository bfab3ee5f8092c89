/** Steps after which nothing changes any more. */
const MOST_STEPS = 60;

/**
 * Upper-tail quantile of a distribution symmetric about 0: the x > 0 with P(X > x) = q, 0 < q < ½.
 * Newton’s method on the logarithm of the tail, with bisection as the safeguard.
 * @param above P(X > x). @param density at x. @param start a first guess, > 0.
 */
export function upperQuantile(
  q: number,
  above: (x: number) => number,
  density: (x: number) => number,
  start: number,
): number {
  let [low, high] = [0, Infinity];
  let x = start;
  for (let i = 0; i < MOST_STEPS; i++) {
    const share = above(x);
    if (share > q) low = x;
    else high = x;
    const step = ((Math.log(share) - Math.log(q)) * share) / density(x);
    let next = x + step;
    if (!(next > low && next < high)) next = high === Infinity ? 2 * x : (low + high) / 2;
    if (Math.abs(next - x) <= 2 ** -52 * x) return next;
    x = next;
  }
  return x;
}
