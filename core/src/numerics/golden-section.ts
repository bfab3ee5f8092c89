const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * The place between two ends where a function of one valley is least, by golden section.
 * @param within how near, in the unit of the argument.
 * Source: Press et al., Numerical Recipes, 3rd ed., §10.2.
 */
export function goldenSectionSearch(
  f: (x: number) => number,
  low: number,
  high: number,
  within: number,
): number {
  let [a, d] = [low, high];
  let [b, c] = [d - GOLDEN * (d - a), a + GOLDEN * (d - a)];
  let [fb, fc] = [f(b), f(c)];
  while (d - a > within) {
    if (fb <= fc) {
      [d, c, fc] = [c, b, fb];
      b = d - GOLDEN * (d - a);
      fb = f(b);
    } else {
      [a, b, fb] = [b, c, fc];
      c = a + GOLDEN * (d - a);
      fc = f(c);
    }
  }
  return (a + d) / 2;
}

/**
 * Second derivatives of a function, by central differences.
 * @param steps of each argument; small against what changes the function, large against rounding.
 * @returns p × p, row major.
 */
export function hessianOf(
  f: (x: readonly number[]) => number,
  x: readonly number[],
  steps: readonly number[],
): Float64Array {
  const p = x.length;
  const at = (...by: (readonly [number, number])[]): number => {
    const moved = [...x];
    for (const [k, h] of by) moved[k]! += h;
    return f(moved);
  };
  const middle = f(x);
  const second = new Float64Array(p * p);
  for (let i = 0; i < p; i++) {
    const h = steps[i]!;
    second[i * p + i] = (at([i, h]) - 2 * middle + at([i, -h])) / (h * h);
    for (let j = 0; j < i; j++) {
      const k = steps[j]!;
      const mixed =
        (at([i, h], [j, k]) - at([i, h], [j, -k]) - at([i, -h], [j, k]) + at([i, -h], [j, -k])) /
        (4 * h * k);
      second[i * p + j] = mixed;
      second[j * p + i] = mixed;
    }
  }
  return second;
}
