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
  // Two rows at a time: their sums do not wait for one another.
  for (let i = 0; i < n; i += 2) {
    const row0 = i * n;
    const row1 = i + 1 < n ? row0 + n : row0;
    let sum0 = b[i]!;
    let sum1 = b[row1 === row0 ? i : i + 1]!;
    for (let j = 0; j < i; j++) {
      const known = b[j]!;
      sum0 -= lu[row0 + j]! * known;
      sum1 -= lu[row1 + j]! * known;
    }
    b[i] = sum0;
    if (row1 !== row0) b[i + 1] = sum1 - lu[row1 + i]! * sum0;
  }
  for (let i = n - 1; i >= 0; i -= 2) {
    const row1 = i * n;
    const row0 = i > 0 ? row1 - n : row1;
    let sum1 = b[i]!;
    let sum0 = b[row1 === row0 ? i : i - 1]!;
    for (let j = i + 1; j < n; j++) {
      const known = b[j]!;
      sum1 -= lu[row1 + j]! * known;
      sum0 -= lu[row0 + j]! * known;
    }
    b[i] = sum1 / lu[row1 + i]!;
    if (row1 !== row0) b[i - 1] = (sum0 - lu[row0 + i]! * b[i]!) / lu[row0 + i - 1]!;
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

/** y = A x. @param a square matrix, row major, four rows at a time so that what is read of x serves them all. */
export function multiply(a: Float64Array, x: Float64Array, y: Float64Array): void {
  const n = x.length;
  let i = 0;
  for (; i + 3 < n; i += 4) {
    const [row0, row1, row2, row3] = [i * n, (i + 1) * n, (i + 2) * n, (i + 3) * n];
    let [sum0, sum1, sum2, sum3] = [0, 0, 0, 0];
    for (let j = 0; j < n; j++) {
      const factor = x[j]!;
      sum0 += a[row0 + j]! * factor;
      sum1 += a[row1 + j]! * factor;
      sum2 += a[row2 + j]! * factor;
      sum3 += a[row3 + j]! * factor;
    }
    y[i] = sum0;
    y[i + 1] = sum1;
    y[i + 2] = sum2;
    y[i + 3] = sum3;
  }
  for (; i < n; i++) {
    let sum = 0;
    for (let j = 0, k = i * n; j < n; j++, k++) sum += a[k]! * x[j]!;
    y[i] = sum;
  }
}

/** Scalar product of two vectors of equal length. */
export function dot(x: Float64Array, y: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i]! * y[i]!;
  return sum;
}
