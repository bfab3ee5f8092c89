/**
 * Solves A x = b in place by LU factorisation with partial pivoting (Golub & Van Loan, §3.4).
 * @param a n × n matrix, row major; overwritten by its factors.
 * @param b right-hand side of length n; overwritten by the solution.
 * @returns false when a pivot vanishes (the matrix is singular to working precision); b is then
 *   meaningless.
 */
export function solveInPlace(a: Float64Array, b: Float64Array): boolean {
  const n = b.length;
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
    if (!(largest > 0)) return false;
    if (pivot !== k) {
      for (let j = 0; j < n; j++) {
        const swap = a[k * n + j]!;
        a[k * n + j] = a[pivot * n + j]!;
        a[pivot * n + j] = swap;
      }
      const swap = b[k]!;
      b[k] = b[pivot]!;
      b[pivot] = swap;
    }
    const inverse = 1 / a[k * n + k]!;
    const rowK = k * n;
    for (let i = k + 1; i < n; i++) {
      const rowI = i * n;
      const factor = a[rowI + k]! * inverse;
      if (factor === 0) continue;
      for (let j = k + 1; j < n; j++) a[rowI + j]! -= factor * a[rowK + j]!;
      b[i]! -= factor * b[k]!;
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!;
    for (let j = i + 1; j < n; j++) sum -= a[i * n + j]! * b[j]!;
    b[i] = sum / a[i * n + i]!;
  }
  return true;
}
