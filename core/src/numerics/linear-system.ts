/** A factorised matrix: L and U in one, row major, and the rows that were exchanged. */
export interface LuFactors {
  readonly lu: Float64Array;
  readonly pivots: Int32Array;
}

/**
 * Factorises A = P L U with partial pivoting (Golub & Van Loan, §3.4), two rows at a time.
 * @param a n × n matrix, row major; overwritten by its factors.
 * @returns null when a pivot vanishes: the matrix is singular to working precision.
 */
export function factorise(a: Float64Array, n: number): LuFactors | null {
  const pivots = new Int32Array(n);
  for (let k = 0; k < n; k++) {
    let pivot = k;
    let largest = Math.abs(a[k * n + k]!);
    for (let i = k + 1; i < n; i++) {
      const candidate = Math.abs(a[i * n + k]!);
      if (candidate > largest) {
        largest = candidate;
        pivot = i;
      }
    }
    if (!(largest > 0)) return null;
    pivots[k] = pivot;
    if (pivot !== k) {
      for (let j = 0; j < n; j++) {
        const swap = a[k * n + j]!;
        a[k * n + j] = a[pivot * n + j]!;
        a[pivot * n + j] = swap;
      }
    }
    const inverse = 1 / a[k * n + k]!;
    const rowK = k * n;
    let i = k + 1;
    for (; i + 1 < n; i += 2) {
      const row0 = i * n;
      const row1 = row0 + n;
      const factor0 = a[row0 + k]! * inverse;
      const factor1 = a[row1 + k]! * inverse;
      a[row0 + k] = factor0;
      a[row1 + k] = factor1;
      for (let j = k + 1; j < n; j++) {
        const above = a[rowK + j]!;
        a[row0 + j]! -= factor0 * above;
        a[row1 + j]! -= factor1 * above;
      }
    }
    if (i < n) {
      const row = i * n;
      const factor = a[row + k]! * inverse;
      a[row + k] = factor;
      for (let j = k + 1; j < n; j++) a[row + j]! -= factor * a[rowK + j]!;
    }
  }
  return { lu: a, pivots };
}

/** Solves A x = b with the factors of A. @param b length n; overwritten by the solution. */
export function solveFactorised({ lu, pivots }: LuFactors, b: Float64Array): void {
  const n = b.length;
  for (let k = 0; k < n; k++) {
    const swap = b[k]!;
    b[k] = b[pivots[k]!]!;
    b[pivots[k]!] = swap;
  }
  for (let i = 1; i < n; i++) {
    let sum = b[i]!;
    const row = i * n;
    for (let j = 0; j < i; j++) sum -= lu[row + j]! * b[j]!;
    b[i] = sum;
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!;
    const row = i * n;
    for (let j = i + 1; j < n; j++) sum -= lu[row + j]! * b[j]!;
    b[i] = sum / lu[row + i]!;
  }
}

/**
 * Solves A x = b in place.
 * @param a n × n matrix, row major; overwritten. @param b of length n; overwritten by the solution.
 * @returns false when the matrix is singular to working precision; b is then meaningless.
 */
export function solveInPlace(a: Float64Array, b: Float64Array): boolean {
  const factors = factorise(a, b.length);
  if (!factors) return false;
  solveFactorised(factors, b);
  return true;
}
