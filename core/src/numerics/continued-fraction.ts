const TINY = 1e-300;
const EPSILON = 2 ** -52;
const MOST_STEPS = 100_000;

/**
 * b₀ + a₁/(b₁ + a₂/(b₂ + …)) by the modified Lentz method, until a step changes nothing any more.
 * Source: Thompson and Barnett, J. Comput. Phys. 64, 490 (1986).
 * @param term aₙ and bₙ, n = 1, 2, ….
 */
export function continuedFraction(
  b0: number,
  term: (n: number) => readonly [a: number, b: number],
): number {
  let value = b0 === 0 ? TINY : b0;
  let c = value;
  let d = 0;
  for (let n = 1; n < MOST_STEPS; n++) {
    const [a, b] = term(n);
    d = 1 / (b + a * d || TINY);
    c = b + a / c || TINY;
    const change = c * d;
    value *= change;
    if (Math.abs(change - 1) < EPSILON) break;
  }
  return value;
}
