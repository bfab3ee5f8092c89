/**
 * A symmetric sparse matrix in compressed columns, upper triangle and diagonal: column j holds rows
 * i ≤ j from `pointer[j]` to `pointer[j + 1]`.
 */
export interface SymmetricSparse {
  readonly size: number;
  readonly pointer: Int32Array;
  readonly row: Int32Array;
  readonly value: Float64Array;
}

/** What of a factorisation depends on the pattern alone; serves every matrix of that pattern. */
export interface SymbolicLdl {
  readonly size: number;
  readonly parent: Int32Array;
  /** Column starts of L. */
  readonly pointer: Int32Array;
}

/** Factors L D Lᵀ of a symmetric matrix: L unit lower triangular by columns, D diagonal. */
export interface LdlFactors {
  readonly symbolic: SymbolicLdl;
  readonly row: Int32Array;
  readonly value: Float64Array;
  readonly diagonal: Float64Array;
}

/**
 * Elimination tree and column counts of L.
 * Source: Davis, Algorithm 849: a concise sparse Cholesky package, ACM TOMS 31, 587 (2005).
 */
export function analyseLdl({ size, pointer, row }: SymmetricSparse): SymbolicLdl {
  const parent = new Int32Array(size).fill(-1);
  const flag = new Int32Array(size);
  const count = new Int32Array(size);
  for (let k = 0; k < size; k++) {
    flag[k] = k;
    for (let p = pointer[k]!; p < pointer[k + 1]!; p++) {
      // Follow the path from i to the root of the tree, stopping where it was passed before.
      for (let i = row[p]!; i < k && flag[i] !== k; i = parent[i]!) {
        if (parent[i] === -1) parent[i] = k;
        count[i]!++;
        flag[i] = k;
      }
    }
  }
  const columns = new Int32Array(size + 1);
  for (let k = 0; k < size; k++) columns[k + 1] = columns[k]! + count[k]!;
  return { size, parent, pointer: columns };
}

/**
 * Factorises a matrix of the analysed pattern, row by row of L (up-looking).
 * @returns null when a pivot vanishes.
 * Source: Davis (2005), as {@link analyseLdl}.
 */
export function factoriseLdl(matrix: SymmetricSparse, symbolic: SymbolicLdl): LdlFactors | null {
  const { size, parent, pointer: start } = symbolic;
  const row = new Int32Array(start[size]!);
  const value = new Float64Array(start[size]!);
  const diagonal = new Float64Array(size);
  const y = new Float64Array(size);
  const pattern = new Int32Array(size);
  const flag = new Int32Array(size);
  const filled = new Int32Array(size);
  for (let k = 0; k < size; k++) {
    let top = size;
    flag[k] = k;
    y[k] = 0;
    for (let p = matrix.pointer[k]!; p < matrix.pointer[k + 1]!; p++) {
      let i = matrix.row[p]!;
      y[i]! += matrix.value[p]!;
      let length = 0;
      for (; flag[i] !== k; i = parent[i]!) {
        pattern[length++] = i;
        flag[i] = k;
      }
      while (length > 0) pattern[--top] = pattern[--length]!;
    }
    let d = y[k]!;
    y[k] = 0;
    for (; top < size; top++) {
      const i = pattern[top]!;
      const yi = y[i]!;
      y[i] = 0;
      const end = start[i]! + filled[i]!;
      for (let p = start[i]!; p < end; p++) y[row[p]!]! -= value[p]! * yi;
      const l = yi / diagonal[i]!;
      d -= l * yi;
      row[end] = k;
      value[end] = l;
      filled[i]!++;
    }
    if (d === 0 || !Number.isFinite(d)) return null;
    diagonal[k] = d;
  }
  return { symbolic, row, value, diagonal };
}

/** Solves L D Lᵀ x = b in place. */
export function solveLdl({ symbolic, row, value, diagonal }: LdlFactors, b: Float64Array): void {
  const { size, pointer } = symbolic;
  for (let j = 0; j < size; j++) {
    const bj = b[j]!;
    for (let p = pointer[j]!; p < pointer[j + 1]!; p++) b[row[p]!]! -= value[p]! * bj;
  }
  for (let j = 0; j < size; j++) b[j]! /= diagonal[j]!;
  for (let j = size - 1; j >= 0; j--) {
    let sum = b[j]!;
    for (let p = pointer[j]!; p < pointer[j + 1]!; p++) sum -= value[p]! * b[row[p]!]!;
    b[j] = sum;
  }
}
