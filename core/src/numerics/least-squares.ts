/** Result of {@link leastSquares}. */
export interface LeastSquares {
  /** Coefficients, length p. */
  readonly coefficients: Float64Array;
  /** (XᵀX)⁻¹, p × p row major: times the residual variance it is the covariance. */
  readonly unscaledCovariance: Float64Array;
  /** Sum of squared residuals. */
  readonly residualSumOfSquares: number;
}

/**
 * Ordinary least squares by Householder QR with columns scaled to unit length, so that badly
 * scaled predictors lose no digits (Golub & Van Loan, §5.3).
 * @param x design matrix, n × p row major, n ≥ p.
 * @param y observations, length n.
 * @param p number of columns.
 * @returns null when the columns are linearly dependent to working precision.
 * Error: certified digits of NIST StRD Longley (condition number about 5e9) are reproduced to
 * better than 1e-8 relative; see the tests.
 */
export function leastSquares(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  p: number,
): LeastSquares | null {
  const n = y.length;
  if (n < p || x.length !== n * p) return null;
  const scale = new Float64Array(p);
  for (let j = 0; j < p; j++) {
    let sum = 0;
    for (let i = 0; i < n; i++) sum += x[i * p + j]! ** 2;
    scale[j] = Math.sqrt(sum);
    if (!(scale[j]! > 0)) return null;
  }
  const a = new Float64Array(n * p);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < p; j++) a[i * p + j] = x[i * p + j]! / scale[j]!;
  }
  const b = Float64Array.from(y);

  // Householder reflections, applied to the right-hand side as they are made.
  const diagonal = new Float64Array(p);
  for (let k = 0; k < p; k++) {
    let norm = 0;
    for (let i = k; i < n; i++) norm += a[i * p + k]! ** 2;
    norm = Math.sqrt(norm);
    if (norm < 1e-14) return null;
    const alpha = a[k * p + k]! > 0 ? -norm : norm;
    a[k * p + k]! -= alpha;
    let beta = 0;
    for (let i = k; i < n; i++) beta += a[i * p + k]! ** 2;
    const reflect = (get: (i: number) => number, set: (i: number, value: number) => void): void => {
      let dot = 0;
      for (let i = k; i < n; i++) dot += a[i * p + k]! * get(i);
      const factor = (2 * dot) / beta;
      for (let i = k; i < n; i++) set(i, get(i) - factor * a[i * p + k]!);
    };
    for (let j = k + 1; j < p; j++) {
      reflect(
        (i) => a[i * p + j]!,
        (i, value) => (a[i * p + j] = value),
      );
    }
    reflect(
      (i) => b[i]!,
      (i, value) => (b[i] = value),
    );
    diagonal[k] = alpha;
  }

  // R is upper triangular: off-diagonal in a, diagonal apart. Invert it once for everything.
  const inverse = new Float64Array(p * p);
  for (let j = 0; j < p; j++) {
    inverse[j * p + j] = 1 / diagonal[j]!;
    for (let i = j - 1; i >= 0; i--) {
      let sum = 0;
      for (let k = i + 1; k <= j; k++) sum += a[i * p + k]! * inverse[k * p + j]!;
      inverse[i * p + j] = -sum / diagonal[i]!;
    }
  }
  const coefficients = new Float64Array(p);
  const unscaledCovariance = new Float64Array(p * p);
  for (let i = 0; i < p; i++) {
    let sum = 0;
    for (let k = i; k < p; k++) sum += inverse[i * p + k]! * b[k]!;
    coefficients[i] = sum / scale[i]!;
    for (let j = 0; j < p; j++) {
      let product = 0;
      for (let k = Math.max(i, j); k < p; k++) {
        product += inverse[i * p + k]! * inverse[j * p + k]!;
      }
      unscaledCovariance[i * p + j] = product / (scale[i]! * scale[j]!);
    }
  }
  let residualSumOfSquares = 0;
  for (let i = p; i < n; i++) residualSumOfSquares += b[i]! ** 2;
  return { coefficients, unscaledCovariance, residualSumOfSquares };
}
